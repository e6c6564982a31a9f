<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ChartNode')]
final readonly class ChartNodeData
{
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property] public string $path,
        #[OA\Property] public ?string $title,
        #[OA\Property(enum: ['new', 'modified', 'as saved'])] public string $content,
        #[OA\Property] public bool $isGone,
        #[OA\Property(description: 'the nearest document below it that is unsaved')] public ?string $unsettledBy,
        #[OA\Property(description: 'how many of its references have no target')] public int $strays,
        #[OA\Property(description: 'of those that refer to themselves by way of others, the number of their circle')] public ?int $cycle,
    ) {}
}
