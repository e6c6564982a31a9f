<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Session;

/** A document of a workspace as it is now, as far as a session asks. */
final readonly class DocumentNow
{
    /**
     * @param  ?string  $savedHash  SHA-256 of its file; null: it never had one
     * @param  ?string  $draftHash  SHA-256 of its draft; null: it has none
     * @param  bool  $isGone  whether its file is no longer there
     * @param  bool  $isDropped  whether it was deleted or discarded, and only its past is left
     * @param  ?int  $version  the newest version that can still be brought back
     * @param  ?string  $mark  how far it has come in the chain of states, in words; null: nobody has moved it
     * @param  ?string  $lockedBy  who keeps others from writing on it, other than the asker
     */
    public function __construct(
        public string $id,
        public string $path,
        public ?string $savedHash = null,
        public ?string $draftHash = null,
        public bool $isGone = false,
        public bool $isDropped = false,
        public ?int $version = null,
        public ?string $lockedBy = null,
        public ?string $mark = null,
    ) {}

    /** Whether there is anything to open: a file, or a draft. */
    public function isThere(): bool
    {
        return ! $this->isDropped && ($this->draftHash !== null || ($this->savedHash !== null && ! $this->isGone));
    }

    /** SHA-256 of what is on the screen; null: nothing. */
    public function workingHash(): ?string
    {
        return $this->draftHash ?? ($this->isGone ? null : $this->savedHash);
    }
}
