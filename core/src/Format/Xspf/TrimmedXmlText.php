<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Xspf;

use Hafenbuch\Core\Format\Notation\XmlText;
use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Text\Pattern;

/** Text of an element of which white space at either end is no part, unless it is written as a reference. */
final readonly class TrimmedXmlText implements Notation
{
    public function decode(string $bytes): string
    {
        return (new XmlText)->decode($bytes);
    }

    public function encode(string $value): string
    {
        return Pattern::replaceWith(
            '~^[ \t\n]+|[ \t\n]+$~D',
            static fn (array $m): string => strtr($m[0], [' ' => '&#32;', "\t" => '&#9;', "\n" => '&#10;']),
            (new XmlText)->encode($value),
        );
    }
}
