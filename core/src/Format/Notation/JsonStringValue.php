<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Notation;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;

/** The inside of a JSON string (RFC 8259, section 7). */
final readonly class JsonStringValue implements Notation
{
    public function decode(string $bytes): string
    {
        $value = str_contains($bytes, '\\') ? json_decode('"'.$bytes.'"') : $bytes;

        // Half a surrogate pair stands for no character; such a text stays as it is written.
        return is_string($value) ? $value : $bytes;
    }

    public function encode(string $value): string
    {
        $json = json_encode($value, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_LINE_TERMINATORS);
        if ($json === false) {
            throw UnwritableValue::in('JSON', $value, 'it is not valid UTF-8');
        }

        return substr($json, 1, -1);
    }
}
