<?php

declare(strict_types=1);

namespace App\Workspace\Index;

/** A document whose file holds something else than was known. Hashes are SHA-256, sizes bytes. */
final readonly class RecordedChange
{
    /** @param ?string $before null: the file is new */
    public function __construct(
        public string $documentId,
        public string $path,
        public ?string $before,
        public ?int $beforeSize,
        public string $after,
        public int $afterSize,
        public bool $hasDraft,
    ) {}
}
