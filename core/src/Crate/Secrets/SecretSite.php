<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Secrets;

use Hafenbuch\Core\Reference\Notation;
use Hafenbuch\Core\Reference\Place;

/** One place in a document that could give something away. */
final readonly class SecretSite extends Place
{
    /** @param string $name what it is called there: a key, an element, or what it looks like */
    public function __construct(public SecretRule $rule, public string $name, int $offset, int $length, string $raw, Notation $notation)
    {
        parent::__construct($offset, $length, $raw, $notation);
    }

    public function standing(int $offset, int $length, Notation $notation): static
    {
        return new self($this->rule, $this->name, $offset, $length, $this->raw, $notation);
    }
}
