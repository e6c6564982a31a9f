<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'RecentDocument')]
final readonly class RecentDocumentData
{
    public function __construct(
        #[OA\Property(ref: '#/components/schemas/FoundDocument')] public FoundDocumentData $document,
        #[OA\Property(format: 'date-time', description: 'when it was opened or saved')] public string $at,
    ) {}
}
