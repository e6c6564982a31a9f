<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\X3d;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;

/** A single address that a file gives without the quotes of a list; written so that it stays one. */
final readonly class BareUrl implements Notation
{
    public function decode(string $bytes): string
    {
        return $bytes;
    }

    public function encode(string $value): string
    {
        if ($value === '' || trim($value) !== $value || preg_match('~["\t\r\n]~', $value) === 1) {
            throw UnwritableValue::in('a url attribute without quotes', $value, 'it would not be read as one address');
        }

        return $value;
    }
}
