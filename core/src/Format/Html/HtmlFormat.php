<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Html;

use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Lexer\Faults;
use Hafenbuch\Core\Format\Lexer\HtmlLexer;
use Hafenbuch\Core\Format\Lexer\HtmlTag;
use Hafenbuch\Core\Format\Lexer\XmlReading;
use Hafenbuch\Core\Format\Notation\HtmlAttributeValue;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\WrittenInItsLanguage;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Text\Pattern;

/**
 * HTML (the standard's index of attributes): its places are those of HtmlPlaces.
 * A base element is no reference of its own; it says where the others begin. The same places count where it is written as XML.
 */
final class HtmlFormat implements Format
{
    use WrittenInItsLanguage;

    private const NAMESPACE = 'http://www.w3.org/1999/xhtml';

    /** The root element stands within so many bytes. */
    private const HEAD_BYTES = 4096;

    /** @param bool $isXml whether its files are XML by their name (HTML Standard, section 14) */
    public function __construct(private readonly bool $isXml = false) {}

    public function name(): string
    {
        return $this->isXml ? 'XHTML' : 'HTML';
    }

    public function endings(): array
    {
        return $this->isXml ? ['xhtml', 'xht'] : ['html', 'htm'];
    }

    public function language(): Language
    {
        return Language::Html;
    }

    public function mediaType(): string
    {
        return $this->isXml ? 'application/xhtml+xml' : 'text/html';
    }

    public function read(string $bytes): ParsedContent
    {
        $references = [];
        $fields = [];
        $base = null;
        $isXml = $this->isXml || self::isXml($bytes);
        $places = new HtmlPlaces($bytes, $isXml);
        foreach (HtmlLexer::tags($bytes, HtmlPlaces::wanted(), $isXml) as $tag) {
            array_push($references, ...$places->inTag($tag));
            if ($tag->name === 'base' && isset($tag->attributes['href'])) {
                $base ??= $places->attribute('base', $tag->attributes['href'])->raw;
            }
            foreach ($this->fields($bytes, $tag) as $field) {
                $fields[$field->name] ??= $field;
            }
        }

        return $isXml ? XmlReading::of($bytes, $references, array_values($fields), new Faults, $base) : ParsedContent::of($references, array_values($fields), $base);
    }

    public function blank(string $title): string
    {
        $text = (new RcData)->encode($title);

        // In XML the declaration’s name counts as it is written.
        [$type, $root, $slash] = $this->isXml ? ['DOCTYPE', ' xmlns="'.self::NAMESPACE.'"', '/'] : ['doctype', '', ''];

        return <<<HTML
            <!{$type} html>
            <html{$root} lang="en">
            <head>
            <meta charset="utf-8"{$slash}>
            <title>{$text}</title>
            </head>
            <body>
            </body>
            </html>

            HTML;
    }

    public function editing(): ReferenceEditing
    {
        return new HtmlEditing($this->isXml);
    }

    /** Whether a content says by itself that it is XML, whatever its name. */
    public static function isXml(string $bytes): bool
    {
        $head = substr($bytes, 0, self::HEAD_BYTES);

        return Pattern::matches('~\A(?:\xEF\xBB\xBF)?<\?xml\s~', $head) && str_contains($head, self::NAMESPACE);
    }

    /** @return list<FieldSite> */
    private function fields(string $bytes, HtmlTag $tag): array
    {
        if ($tag->name === 'title') {
            $text = substr($bytes, $tag->end, $tag->rawLength);
            $start = $tag->end + strspn($text, " \t\r\n");
            $length = strlen(trim($text, " \t\r\n"));
            $notation = new RcData;

            return [new FieldSite(FieldSite::TITLE, $start, $length, $notation->decode(substr($bytes, $start, $length)), $notation)];
        }
        $name = $tag->name === 'meta' ? ($tag->attributes['name'] ?? null) : null;
        $content = $tag->attributes['content'] ?? null;
        if ($name !== null && $content !== null && strtolower(substr($bytes, $name->offset, $name->length)) === 'description') {
            $notation = new HtmlAttributeValue($content->quote);

            return [new FieldSite(FieldSite::DESCRIPTION, $content->offset, $content->length, $notation->decode(substr($bytes, $content->offset, $content->length)), $notation)];
        }

        return [];
    }
}
