<?php

declare(strict_types=1);

namespace App\Past\Comparing;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ReferenceChange')]
final readonly class ChangedReference
{
    public function __construct(
        #[OA\Property] public string $kind,
        #[OA\Property(description: 'null: it was added')] public ?string $before,
        #[OA\Property(description: 'null: it was removed')] public ?string $after,
    ) {}
}
