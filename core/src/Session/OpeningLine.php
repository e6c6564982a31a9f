<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Session;

/** What opening a session will do with one document, and why. */
final readonly class OpeningLine
{
    /**
     * @param  string  $workspace  the name of the workspace
     * @param  string  $path  where the document is now, else where it was
     * @param  ?int  $key  of the kept document; null: it is none of the session's
     * @param  ?string  $id  of the document; null: there is none
     * @param  bool  $isHeld  whether it is in the hold afterwards
     */
    public function __construct(
        public string $workspace,
        public string $path,
        public Does $does,
        public string $reason,
        public ?int $key = null,
        public ?string $id = null,
        public ?Now $now = null,
        public bool $isHeld = false,
    ) {}
}
