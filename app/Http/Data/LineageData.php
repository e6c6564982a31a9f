<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\Document;
use OpenApi\Attributes as OA;

/** Where a document came from, or what was made from it. */
#[OA\Schema(schema: 'Lineage')]
final readonly class LineageData
{
    public function __construct(
        #[OA\Property(description: 'of the document at the other end')] public string $documentId,
        #[OA\Property] public string $path,
        #[OA\Property] public ?string $title,
        #[OA\Property(enum: ['saved as', 'copied', 'moved from', 'branched'], description: 'how the later one was made')] public string $kind,
        #[OA\Property(format: 'date-time')] public ?string $at,
    ) {}

    /** @param Document $later the one of the two that was made from the other */
    public static function of(Document $other, Document $later): self
    {
        return new self($other->id, $other->path, $other->title, (string) $later->origin_kind, $later->origin_at?->toIso8601ZuluString('millisecond'));
    }
}
