<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Release;

/** How far a document has come: its state in the chain, and its revision. One that nobody has moved yet has neither. */
final readonly class Mark
{
    public function __construct(public ?string $state = null, public ?string $revision = null) {}

    public function equals(self $other): bool
    {
        return $this->state === $other->state && $this->revision === $other->revision;
    }

    public function words(): string
    {
        return ($this->state ?? 'without a state').($this->revision === null ? '' : ", revision {$this->revision}");
    }
}
