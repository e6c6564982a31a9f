<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Secrets;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Text\Pattern;

/** Words within a longer text of any syntax: letters, digits and what no syntax takes for its own. */
final readonly class PlainWords implements Notation
{
    /** @param string $blank what stands where nothing may be missing, as the name of a folder */
    public function __construct(private string $blank = '') {}

    public function decode(string $bytes): string
    {
        return $bytes;
    }

    public function encode(string $value): string
    {
        $value = $value === '' ? $this->blank : $value;

        return Pattern::matches('~^[\pL\pN@._+\-]*$~Du', $value) ? $value : throw UnwritableValue::in('a text', $value, 'only letters, digits and @ . _ + - can stand there');
    }
}
