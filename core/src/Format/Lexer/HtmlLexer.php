<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

use Hafenbuch\Core\Text\Patience;
use Hafenbuch\Core\Text\Pattern;

/**
 * The start tags of an HTML text (HTML Standard, section 13.2.5), leaving out comments and declarations.
 * No HTML is malformed; what cannot be a tag is text.
 */
final class HtmlLexer
{
    /** Elements whose content is text up to their own end tag (sections 13.1.2 and 13.2.6.4). */
    public const RAW = ['script' => true, 'style' => true, 'textarea' => true, 'title' => true, 'xmp' => true, 'iframe' => true, 'noembed' => true, 'noframes' => true];

    private const ATTRIBUTE = '~\G[\s/]*+([^\s/>][^\s/>=]*)(?:\s*=\s*(?:"([^"]*)"|\'([^\']*)\'|([^\s>]+)))?~';

    /**
     * @param  ?HtmlWanted  $wanted  null: every start tag
     * @return \Generator<HtmlTag>
     */
    public static function tags(string $html, ?HtmlWanted $wanted = null, bool $isXml = false): \Generator
    {
        $passOver = new PassOver($wanted->passedOver ?? []);
        for ($at = 0; ;) {
            Patience::spend();
            $at += $passOver->length($html, $at);
            if (! Pattern::matches('~<(?:(!--)|([!?])|/[A-Za-z]|([A-Za-z][^\s/>\x00]*))~', $html, $match, PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL, $at)) {
                return;
            }
            $start = $match[0][1];
            if ($match[1][0] !== null) {
                $at = self::afterComment($html, Pattern::matches('~\G<!---?>~', $html, $short, 0, $start) ? $start + 2 : $start + 4);

                continue;
            }
            if ($match[3][0] === null) {
                $at = self::after($html, '>', $start);

                continue;
            }
            $tag = self::startTag($html, (string) $match[3][0], $start, $isXml);
            if ($tag === null) {
                return;
            }
            yield $tag;
            $at = $tag->end + $tag->rawLength;
            if ($tag->name === 'plaintext' && ! $isXml) {
                return;
            }
        }
    }

    private static function startTag(string $html, string $name, int $start, bool $isXml): ?HtmlTag
    {
        $at = $start + 1 + strlen($name);
        $name = strtolower($name);
        $attributes = [];
        while (Pattern::matches(self::ATTRIBUTE, $html, $match, PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL, $at)) {
            Patience::spend();
            foreach ([2 => '"', 3 => "'", 4 => ''] as $group => $quote) {
                if ($match[$group][0] !== null) {
                    $attributes[strtolower((string) $match[1][0])] ??= new XmlAttribute(strtolower((string) $match[1][0]), $match[$group][1], strlen((string) $match[$group][0]), $quote);
                }
            }
            $at = $match[0][1] + strlen((string) $match[0][0]);
        }
        $close = strpos($html, '>', $at);
        if ($close === false) {
            return null;
        }
        $end = $close + 1;
        $rawLength = 0;
        // In XML an element that ends in its own tag holds nothing; in HTML the slash means nothing.
        $isEmpty = $isXml && $html[$close - 1] === '/';
        if (isset(self::RAW[$name]) && ! $isEmpty) {
            $rawLength = ($name === 'script' && ! $isXml ? self::endOfScript($html, $end) : self::endOfRaw($html, $name, $end)) - $end;
        }

        return new HtmlTag($name, $start, $end, $attributes, $rawLength);
    }

    private static function endOfRaw(string $html, string $name, int $from): int
    {
        return Pattern::matches('~</'.$name.'(?=[\s/>])~i', $html, $match, PREG_OFFSET_CAPTURE, $from) ? $match[0][1] : strlen($html);
    }

    /** Within a comment of a script, a script element of that comment has an end tag of its own (sections 13.2.5.18 to 13.2.5.31). */
    private static function endOfScript(string $html, int $from): int
    {
        $inComment = $inElement = false;
        for ($at = $from; Pattern::matches('~(<!--)|(-->)|<(/?)script(?=[\s/>])~i', $html, $match, PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL, $at);) {
            Patience::spend();
            [$found, $start] = $match[0];
            $at = $start + strlen((string) $found);
            if ($match[1][0] !== null) {
                $inComment = true;
                // Its dashes can be those of its end too.
                $at -= 2;
            } elseif ($match[2][0] !== null) {
                $inComment = $inElement = false;
            } elseif ($match[3][0] === '') {
                $inElement = $inComment;
            } elseif ($inElement) {
                $inElement = false;
            } else {
                return $start;
            }
        }

        return strlen($html);
    }

    /** A comment ends with “-->”, and with “--!>” too (section 13.2.5.52). */
    private static function afterComment(string $html, int $from): int
    {
        return Pattern::matches('~--!?>~', $html, $match, PREG_OFFSET_CAPTURE, $from) ? $match[0][1] + strlen($match[0][0]) : strlen($html);
    }

    private static function after(string $html, string $what, int $from): int
    {
        $found = strpos($html, $what, $from);

        return $found === false ? strlen($html) : $found + strlen($what);
    }
}
