<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Notation;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;

/** Inside a CDATA section (XML 1.0, section 2.7), where nothing is escaped. */
final readonly class CData implements Notation
{
    public function decode(string $bytes): string
    {
        return $bytes;
    }

    public function encode(string $value): string
    {
        XmlCharacters::check($value);
        if (str_contains($value, ']]>')) {
            throw UnwritableValue::in('a CDATA section', $value, 'it contains the section’s end');
        }

        return $value;
    }
}
