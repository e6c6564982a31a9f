<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\X3d;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Text\Pattern;

/** A single address that a file gives without the quotes of a list; written so that it stays one. */
final readonly class BareUrl implements Notation
{
    public function decode(string $bytes): string
    {
        return $bytes;
    }

    public function encode(string $value): string
    {
        if ($value === '' || trim($value) !== $value || Pattern::matches('~["\t\r\n]~', $value)) {
            throw UnwritableValue::in('a url attribute without quotes', $value, 'it would not be read as one address');
        }

        return $value;
    }
}
