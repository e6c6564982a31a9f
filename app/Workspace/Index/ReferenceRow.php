<?php

declare(strict_types=1);

namespace App\Workspace\Index;

/** One reference of a working content, with what it leads to. `target` is a workspace path or null. */
final readonly class ReferenceRow
{
    public const DOCUMENT = 'document';

    public const STRAY = 'stray';

    public function __construct(
        public string $documentId,
        public string $path,
        public int $position,
        public string $kind,
        public int $offset,
        public int $length,
        public string $raw,
        public ?string $target,
        public ?string $targetId,
        public string $state,
    ) {}
}
