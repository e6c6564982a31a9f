<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Quay\DocumentRow;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Reached')]
final readonly class ReachedData
{
    public function __construct(
        #[OA\Property(ref: '#/components/schemas/DocumentRow')] public DocumentRow $row,
        #[OA\Property(description: 'references away')] public int $distance,
        #[OA\Property(description: 'the document by way of which it is reached, one reference nearer')] public string $by,
    ) {}
}
