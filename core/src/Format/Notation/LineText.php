<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Notation;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Text\Pattern;

/** Text on a line of its own, or a part of one, in a syntax that has no escapes. */
final readonly class LineText implements Notation
{
    /**
     * @param  string  $syntax  what it is called in an error
     * @param  string  $never  a pattern that no value there may match, and
     * @param  string  $why  what that means
     */
    public function __construct(private string $syntax, private string $never = '~(?!)~', private string $why = '') {}

    public function decode(string $bytes): string
    {
        return $bytes;
    }

    public function encode(string $value): string
    {
        $why = match (true) {
            $value === '' => 'it is empty',
            Pattern::matches('~[\r\n\0]~', $value) => 'it is longer than one line',
            Pattern::matches('~^[ \t]|[ \t]$~', $value) => 'white space at its ends would be lost',
            Pattern::matches($this->never, $value) => $this->why,
            default => null,
        };
        if ($why !== null) {
            throw UnwritableValue::in($this->syntax, $value, $why);
        }

        return $value;
    }
}
