<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/**
 * One place in a document that holds a human fact.
 * A fact that is not there yet is a place of length 0 whose notation writes the whole element around it.
 */
final readonly class FieldSite extends Place
{
    public const TITLE = 'title';

    public const DESCRIPTION = 'description';

    public function __construct(
        public string $name,
        int $offset,
        int $length,
        string $raw,
        Notation $notation,
    ) {
        parent::__construct($offset, $length, $raw, $notation);
    }

    public function standing(int $offset, int $length, Notation $notation): static
    {
        return new self($this->name, $offset, $length, $this->raw, $notation);
    }
}
