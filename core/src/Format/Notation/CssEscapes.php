<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Notation;

use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Text\Pattern;

/** Escaped code points (CSS Syntax 3, section 4.3.7). */
final class CssEscapes
{
    public static function decode(string $bytes): string
    {
        if (! str_contains($bytes, '\\')) {
            return $bytes;
        }

        return Pattern::replaceWith(
            '~\\\\(?:([0-9A-Fa-f]{1,6})(?:\r\n|[ \t\r\n\f])?|(\r\n|[\r\n\f])|(.))~su',
            static fn (array $m): string => match (true) {
                $m[1] !== '' => self::character((int) hexdec($m[1])),
                ($m[2] ?? '') !== '' => '',
                default => $m[3] ?? '',
            },
            $bytes,
        );
    }

    /** @throws UnwritableValue */
    public static function check(string $value): void
    {
        if (str_contains($value, "\0")) {
            throw UnwritableValue::in('a style sheet', $value, 'it has a NUL character');
        }
    }

    private static function character(int $code): string
    {
        $character = $code === 0 ? false : mb_chr($code, 'UTF-8');

        return $character === false ? "\u{FFFD}" : $character;
    }
}
