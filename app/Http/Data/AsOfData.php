<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'AsOf')]
final readonly class AsOfData
{
    /** @param list<AsOfRowData> $rows */
    public function __construct(
        #[OA\Property(description: 'the number of the entry that was the newest then; 0: before the first')] public int $entry,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/AsOfRow'))] public array $rows,
    ) {}
}
