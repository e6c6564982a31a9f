<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Notation;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\UnwritableValue;

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
            preg_match('~[\r\n\0]~', $value) === 1 => 'it is longer than one line',
            preg_match('~^[ \t]|[ \t]$~', $value) === 1 => 'white space at its ends would be lost',
            preg_match($this->never, $value) === 1 => $this->why,
            default => null,
        };
        if ($why !== null) {
            throw UnwritableValue::in($this->syntax, $value, $why);
        }

        return $value;
    }
}
