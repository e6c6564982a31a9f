<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Finding\Hit;
use Illuminate\Support\Carbon;
use OpenApi\Attributes as OA;

/** A document that was found. */
#[OA\Schema(schema: 'Hit')]
final readonly class HitData
{
    public function __construct(
        #[OA\Property(ref: '#/components/schemas/FoundDocument')] public FoundDocumentData $document,
        #[OA\Property(description: 'name, text, or the field that has it')] public string $where,
        #[OA\Property] public bool $isGone,
        #[OA\Property(format: 'date-time')] public ?string $changedAt,
        #[OA\Property(description: 'who wrote it last, as far as it was through Hafenbuch')] public ?string $changedBy,
    ) {}

    public static function of(Hit $hit, bool $isOpen): self
    {
        return new self(
            FoundDocumentData::of($hit->document, $isOpen), $hit->where, $hit->document->is_gone,
            $hit->changedAt === null ? null : Carbon::parse($hit->changedAt, 'UTC')->toIso8601ZuluString(), $hit->changedBy,
        );
    }
}
