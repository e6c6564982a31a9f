<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'StepList')]
final readonly class StepListData
{
    /** @param list<StepData> $steps */
    public function __construct(
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Step'), description: 'newest first')] public array $steps,
        #[OA\Property(description: 'the step that is on the screen')] public ?int $here,
        #[OA\Property(description: 'where back leads')] public ?int $back,
        #[OA\Property(description: 'where forward leads')] public ?int $forward,
        #[OA\Property(description: 'how many there are')] public int $count,
        #[OA\Property(description: 'what all of them take, in bytes')] public int $bytes,
    ) {}
}
