<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Relink;

/** A file that references name and that is not there, with what is known of it from before. */
final readonly class LostFile
{
    /**
     * @param  string  $path  of the workspace, or an absolute one
     * @param  ?string  $hash  SHA-256 of what it last held; null: it was never seen
     * @param  ?int  $size  in bytes
     * @param  ?int  $seenAt  when it was last there, in seconds since 1970
     * @param  ?int  $deletedBy  the logbook entry that took it away
     * @param  ?string  $facts  what a picture or a sound is like: its width and height, its duration
     */
    public function __construct(
        public string $path,
        public ?string $hash = null,
        public ?int $size = null,
        public ?int $seenAt = null,
        public ?int $deletedBy = null,
        public ?string $facts = null,
    ) {}
}
