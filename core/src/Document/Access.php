<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Document;

/** The access axis, from the view of one person. */
final readonly class Access implements \Stringable
{
    private function __construct(public bool $writable, public ?string $lockedBy) {}

    public static function writable(): self
    {
        return new self(true, null);
    }

    public static function readOnly(): self
    {
        return new self(false, null);
    }

    public static function lockedBy(string $person): self
    {
        return new self(false, $person);
    }

    public function __toString(): string
    {
        return match (true) {
            $this->writable => 'writable',
            $this->lockedBy !== null => 'locked by '.$this->lockedBy,
            default => 'read-only',
        };
    }
}
