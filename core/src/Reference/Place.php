<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/**
 * A stretch of a document's bytes that holds one value, and how a value is written there.
 * `offset` and `length` count bytes; `raw` is the value with the syntax's own quoting removed.
 */
abstract readonly class Place
{
    public function __construct(
        public int $offset,
        public int $length,
        public string $raw,
        public Notation $notation,
    ) {}

    /** The same value, where its bytes stand otherwise. */
    abstract public function standing(int $offset, int $length, Notation $notation): static;
}
