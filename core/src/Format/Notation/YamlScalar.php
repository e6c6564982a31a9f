<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Notation;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Text\Pattern;

/** A scalar on one line, with its quotes if it has any (YAML 1.2, section 7.3). */
final readonly class YamlScalar implements Notation
{
    private const ESCAPES = [
        '0' => "\0", 'a' => "\x07", 'b' => "\x08", 't' => "\t", 'n' => "\n", 'v' => "\v", 'f' => "\f", 'r' => "\r",
        'e' => "\e", 'N' => "\u{85}", '_' => "\u{A0}", 'L' => "\u{2028}", 'P' => "\u{2029}",
    ];

    /** @param bool $mayBePlain whether a word may stand without quotes there */
    public function __construct(private bool $mayBePlain = true) {}

    public function decode(string $bytes): string
    {
        return match ($bytes[0] ?? '') {
            '"' => $this->decodeDouble(substr($bytes, 1, -1)),
            "'" => str_replace("''", "'", substr($bytes, 1, -1)),
            default => $bytes,
        };
    }

    public function encode(string $value): string
    {
        if (Pattern::matches('~[\x00-\x08\x0b-\x1f\x7f]~', $value)) {
            throw UnwritableValue::in('front matter', $value, 'it has a control character');
        }
        $isPlain = $this->mayBePlain && mb_check_encoding($value, 'UTF-8') && Pattern::matches('~^[\pL][^:#\n\t"\'\\\\]*(?<![ ])$~Du', $value)
            && ! Pattern::matches('~^(?:true|false|yes|no|on|off|null|[yn])$~i', $value);

        return $isPlain ? $value : '"'.strtr($value, ['\\' => '\\\\', '"' => '\\"', "\n" => '\\n', "\t" => '\\t']).'"';
    }

    private function decodeDouble(string $inner): string
    {
        return Pattern::replaceWith(
            '~\\\\(?:x([0-9A-Fa-f]{2})|u([0-9A-Fa-f]{4})|U([0-9A-Fa-f]{8})|(.))~s',
            static function (array $m): string {
                $code = $m[1].($m[2] ?? '').($m[3] ?? '');

                return $code !== '' ? (mb_chr((int) hexdec($code), 'UTF-8') ?: "\u{FFFD}") : (self::ESCAPES[$m[4] ?? ''] ?? ($m[4] ?? ''));
            },
            $inner,
        );
    }
}
