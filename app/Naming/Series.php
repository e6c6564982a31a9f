<?php

declare(strict_types=1);

namespace App\Naming;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Series')]
final readonly class Series
{
    /** @param list<SeriesStage> $stages */
    public function __construct(
        #[OA\Property(description: 'the path that the next stage gets')] public string $next,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Stage'), description: 'newest first')] public array $stages,
    ) {}
}
