<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Notation;

use Hafenbuch\Core\Reference\Notation;

/** A value that is not in the document yet: written together with the element that will hold it. */
final readonly class Inserted implements Notation
{
    public function __construct(private string $before, private Notation $inner, private string $after) {}

    /** @param callable(string): string $spell how what stands around the value is spelled there */
    public function spelled(callable $spell): self
    {
        return new self($spell($this->before), $this->inner, $spell($this->after));
    }

    public function decode(string $bytes): string
    {
        return $bytes === ''
            ? ''
            : $this->inner->decode(substr($bytes, strlen($this->before), -strlen($this->after) ?: null));
    }

    public function encode(string $value): string
    {
        return $value === '' ? '' : $this->before.$this->inner->encode($value).$this->after;
    }
}
