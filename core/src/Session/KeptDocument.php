<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Session;

/** A document as a session has kept it. */
final readonly class KeptDocument
{
    /**
     * @param  int  $key  by which choices name it; unique in its session
     * @param  string  $workspace  the name of the workspace that it was in
     * @param  ?string  $id  its identity; null: it came from elsewhere and nothing was found for it
     * @param  ?string  $savedHash  SHA-256 of its file; null: it had none
     * @param  bool  $isHeld  whether it was in the hold
     * @param  ?string  $draftHash  SHA-256 of its draft; null: it had none, or only the list was kept
     * @param  ?string  $baseHash  what the draft was begun on
     */
    public function __construct(
        public int $key,
        public string $workspace,
        public ?string $id,
        public string $path,
        public ?string $title = null,
        public ?string $savedHash = null,
        public bool $isHeld = false,
        public ?string $draftHash = null,
        public ?string $baseHash = null,
    ) {}
}
