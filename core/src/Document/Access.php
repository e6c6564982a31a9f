<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Document;

/** The access axis, from the view of one person. */
final readonly class Access implements \Stringable
{
    private function __construct(public bool $writable, public ?string $lockedBy, public ?string $why = null) {}

    public static function writable(): self
    {
        return new self(true, null);
    }

    /** @param ?string $why the person may not write it, in a sentence with the way out; null: its file is read-only for everyone */
    public static function readOnly(?string $why = null): self
    {
        return new self(false, null, $why);
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
