<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Document\DocumentSnapshot;

/** A line of a plan before its contents are made, with all that its decision says of it. */
final readonly class SketchedLine
{
    /**
     * @param  DocumentSnapshot  $source  the document of whose content it is made
     * @param  ?string  $before  SHA-256 of what is at the path
     * @param  ?string  $draftBefore  SHA-256 of the document's draft
     * @param  ?string  $origin  the id of the document that this one is made from
     * @param  list<string>  $pointsAt  the files that the content points at which it writes
     * @param  bool  $bringsWork  whether it brings to disk what a person has made; what only moves or follows leaves all below as it is
     */
    public function __construct(
        public DocumentSnapshot $source,
        public string $documentId,
        public string $path,
        public Action $action,
        public ?string $before,
        public WantedContent $after,
        public Reason $reason,
        public ?string $draftBefore = null,
        public ?WantedContent $draftAfter = null,
        public ?string $origin = null,
        public array $pointsAt = [],
        public bool $bringsWork = false,
    ) {}

    public function line(Action $action, ?string $before, ?string $after, ?string $draftAfter): PlanLine
    {
        return new PlanLine($this->documentId, $this->path, $action, $before, $after, $this->reason, $this->draftBefore, $draftAfter, $this->origin);
    }
}
