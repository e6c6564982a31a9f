<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Relink\StrayPlace;
use OpenApi\Attributes as OA;

/** One reference that does not end in a document. */
#[OA\Schema(schema: 'StrayPlace')]
final readonly class StrayPlaceData
{
    public function __construct(
        #[OA\Property] public string $documentId,
        #[OA\Property] public string $path,
        #[OA\Property(description: 'in bytes')] public int $offset,
        #[OA\Property] public string $kind,
        #[OA\Property(description: 'its text')] public string $raw,
    ) {}

    public static function of(StrayPlace $place): self
    {
        return new self($place->documentId, $place->path, $place->offset, $place->kind, $place->raw);
    }
}
