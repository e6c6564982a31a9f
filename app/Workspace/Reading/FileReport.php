<?php

declare(strict_types=1);

namespace App\Workspace\Reading;

/** What one look at a file told; nothing in it that another process could not send. */
final readonly class FileReport
{
    /**
     * @param  ?string  $hash  SHA-256; null: it could not be read
     * @param  int  $seenAt  seconds since 1970, taken before the look
     * @param  list<array<string, mixed>>  $references  as in IndexedContent
     * @param  bool  $isRead  whether it was looked into; else title, note and references say nothing
     * @param  ?string  $format  as which it was read; null: as its path says
     */
    public function __construct(
        public string $path,
        public ?string $hash,
        public int $seenAt,
        public ?string $title,
        public ?string $note,
        public array $references,
        public bool $isRead = false,
        public ?string $format = null,
    ) {}
}
