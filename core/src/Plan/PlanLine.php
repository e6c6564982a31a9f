<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Release\Marking;

/**
 * One file, what happens to it, and why. `before` and `after` are the SHA-256 of its bytes; null: no file.
 * `draftBefore` and `draftAfter` are those of the document's draft; null: no draft.
 */
final readonly class PlanLine
{
    /** Begins the id of a document that the plan is to make. */
    private const TO_BE_MADE = 'at:';

    /**
     * @param  ?string  $origin  the id of the document that this one is made from
     * @param  ?Marking  $marking  the state and revision before and after, where these change
     */
    public function __construct(
        public string $documentId,
        public string $path,
        public Action $action,
        public ?string $before,
        public ?string $after,
        public Reason $reason,
        public ?string $draftBefore = null,
        public ?string $draftAfter = null,
        public ?string $origin = null,
        public ?Marking $marking = null,
    ) {}

    /** Stands for the id of a document that is made at a path. */
    public static function idToBeMade(string $path): string
    {
        return self::TO_BE_MADE.$path;
    }

    public function makesDocument(): bool
    {
        return str_starts_with($this->documentId, self::TO_BE_MADE);
    }

    /** Whether it may be the first that is heard of its document. */
    public function mayMakeDocument(): bool
    {
        return $this->origin !== null || $this->reason->kind === ReasonKind::TakenIn;
    }

    public function of(string $documentId): self
    {
        return new self($documentId, $this->path, $this->action, $this->before, $this->after, $this->reason, $this->draftBefore, $this->draftAfter, $this->origin, $this->marking);
    }
}
