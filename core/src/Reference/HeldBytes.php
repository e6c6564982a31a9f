<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** Bytes that lie in memory. */
final readonly class HeldBytes implements Bytes
{
    public function __construct(private string $bytes = '') {}

    public function length(): int
    {
        return strlen($this->bytes);
    }

    public function part(int $at, int $length): string
    {
        return substr($this->bytes, $at, $length);
    }

    public function all(): string
    {
        return $this->bytes;
    }
}
