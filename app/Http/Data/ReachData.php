<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** What hangs on a document, or what it hangs on. */
#[OA\Schema(schema: 'Reach')]
final readonly class ReachData
{
    /** @param list<ReachedData> $rows */
    public function __construct(
        #[OA\Property(description: 'how many there are; of very many only the nearest are named')] public int $total,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Reached'))] public array $rows,
    ) {}
}
