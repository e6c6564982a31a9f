<?php

declare(strict_types=1);

namespace App\Quay;

use OpenApi\Attributes as OA;

/** A folder inside another, with the sums of all that is below it. */
#[OA\Schema(schema: 'FolderEntry')]
final readonly class FolderEntry
{
    public function __construct(
        #[OA\Property] public string $path,
        #[OA\Property] public int $documents,
        #[OA\Property(description: 'documents with unsaved content')] public int $unsaved,
        #[OA\Property(description: 'bytes')] public int $size,
    ) {}
}
