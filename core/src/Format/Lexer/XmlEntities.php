<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

use Hafenbuch\Core\Text\Pattern;

/** Character and predefined entity references (XML 1.0, sections 4.1 and 4.6). Any other entity stays as it is written. */
final class XmlEntities
{
    public const REFERENCE = '~&(?:#x[0-9A-Fa-f]+|#[0-9]+|lt|gt|amp|quot|apos);~';

    public static function decode(string $bytes): string
    {
        if (! str_contains($bytes, '&')) {
            return $bytes;
        }

        return Pattern::replaceWith(self::REFERENCE, static fn (array $m): string => self::character($m[0]), $bytes);
    }

    public static function character(string $reference): string
    {
        $name = substr($reference, 1, -1);
        if ($name[0] === '#') {
            $code = $name[1] === 'x' ? hexdec(substr($name, 2)) : (int) substr($name, 1);
            $character = is_int($code) && $code > 0 ? mb_chr($code, 'UTF-8') : false;

            return $character === false ? $reference : $character;
        }

        return ['lt' => '<', 'gt' => '>', 'amp' => '&', 'quot' => '"', 'apos' => "'"][$name];
    }
}
