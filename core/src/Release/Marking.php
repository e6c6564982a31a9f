<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Release;

/** A mark before and after. */
final readonly class Marking
{
    public function __construct(public Mark $before, public Mark $after) {}

    public function back(): self
    {
        return new self($this->after, $this->before);
    }
}
