<?php

declare(strict_types=1);

namespace App\Saving\Copies;

use OpenApi\Attributes as OA;

/** A document that was written aside with all below it. */
#[OA\Schema(schema: 'SetAside')]
final readonly class SetAside
{
    public function __construct(
        #[OA\Property(description: 'the logbook entry')] public string $operationId,
        #[OA\Property] public int $number,
        #[OA\Property(format: 'date-time')] public string $at,
        #[OA\Property] public ?string $note,
        #[OA\Property(description: 'what was written aside')] public string $documentId,
        #[OA\Property] public string $path,
        #[OA\Property] public int $files,
        #[OA\Property(description: 'bytes')] public int $size,
    ) {}
}
