<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\DraftStep;
use OpenApi\Attributes as OA;

/** One edit of a working content. */
#[OA\Schema(schema: 'Step')]
final readonly class StepData
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(description: 'the step that it was made from')] public ?int $parentId,
        #[OA\Property] public string $summary,
        #[OA\Property(format: 'date-time')] public string $at,
        #[OA\Property] public ?string $person,
        #[OA\Property(description: 'bytes of the content afterwards')] public int $size,
    ) {}

    public static function of(DraftStep $step): self
    {
        return new self($step->id, $step->parent_id, $step->summary, $step->at->toIso8601ZuluString('millisecond'), $step->person?->name, $step->size);
    }
}
