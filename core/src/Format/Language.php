<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

use Hafenbuch\Core\Format\Notation\JsonStringValue;
use Hafenbuch\Core\Format\Notation\XmlAttributeValue;

/** The language in which a format is written, for editors that show it and for words that are put into it. */
enum Language: string
{
    case Xml = 'xml';
    case Html = 'html';
    case Markdown = 'markdown';
    case Css = 'css';
    case Json = 'json';
    case Text = 'text';

    /** A character by its number, in ASCII; as it is, where the language has no way to say that. */
    public function escape(string $character): string
    {
        $code = mb_ord($character, 'UTF-8');

        return match ($this) {
            self::Xml, self::Html, self::Markdown => "&#{$code};",
            self::Css => '\\'.dechex((int) $code).' ',
            self::Json => trim((string) json_encode($character), '"'),
            self::Text => $character,
        };
    }

    /** A line of words as it stands in a text, a value or a comment of the language and ends none of them. */
    public function written(string $line): string
    {
        return match ($this) {
            self::Xml, self::Html => (new XmlAttributeValue('"'))->encode($line),
            self::Json => (new JsonStringValue)->encode($line),
            self::Css => strtr($line, ['*/' => '* /']),
            self::Markdown, self::Text => $line,
        };
    }
}
