<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Link;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;

/** A path as it is. */
final readonly class LinkTarget implements Notation
{
    /** In bytes, as Linux has it (PATH_MAX). */
    private const LONGEST = 4095;

    public function decode(string $bytes): string
    {
        return $bytes;
    }

    public function encode(string $value): string
    {
        return match (true) {
            $value === '' || str_contains($value, "\0") => throw UnwritableValue::in('a link', $value, 'no path is empty or has a zero byte'),
            strlen($value) > self::LONGEST => throw UnwritableValue::in('a link', $value, 'it is longer than a link can be'),
            default => $value,
        };
    }
}
