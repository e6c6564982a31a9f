<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Text\Pattern;

/** Backslash escapes and entity references (CommonMark, sections 2.4 and 2.5). */
final class MarkdownEscapes
{
    public const PUNCTUATION = '!-/:-@\[-`{-\x7e';

    private const ENTITY = '&(?:#[0-9]{1,7}|#[xX][0-9A-Fa-f]{1,6}|[A-Za-z][A-Za-z0-9]{1,31});';

    public static function decode(string $bytes): string
    {
        if (strpbrk($bytes, '\\&') === false) {
            return $bytes;
        }

        return Pattern::replaceWith(
            '~\\\\(['.self::PUNCTUATION.'])|'.self::ENTITY.'~',
            static fn (array $m): string => isset($m[1]) ? $m[1] : self::entity($m[0]),
            $bytes,
        );
    }

    /** Keeps an ampersand from being read as the start of an entity. */
    public static function encodeEntities(string $value): string
    {
        return Pattern::replace('~&(?=#[0-9]|#[xX]|[A-Za-z])~', '&amp;', $value);
    }

    private static function entity(string $reference): string
    {
        if ($reference[1] !== '#') {
            return html_entity_decode($reference, ENT_QUOTES | ENT_HTML5, 'UTF-8');
        }
        $code = stripos($reference, '&#x') === 0 ? (int) hexdec(substr($reference, 3, -1)) : (int) substr($reference, 2, -1);
        $character = $code === 0 ? false : mb_chr($code, 'UTF-8');

        return $character === false ? "\u{FFFD}" : $character;
    }
}
