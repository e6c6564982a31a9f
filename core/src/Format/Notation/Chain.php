<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Notation;

use Hafenbuch\Core\Reference\Notation;

/** One syntax inside another, such as a style sheet inside an attribute. */
final readonly class Chain implements Notation
{
    public function __construct(private Notation $inner, private Notation $outer) {}

    public function decode(string $bytes): string
    {
        return $this->inner->decode($this->outer->decode($bytes));
    }

    public function encode(string $value): string
    {
        return $this->outer->encode($this->inner->encode($value));
    }
}
