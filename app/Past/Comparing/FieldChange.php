<?php

declare(strict_types=1);

namespace App\Past\Comparing;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'FieldChange')]
final readonly class FieldChange
{
    public function __construct(
        #[OA\Property] public string $name,
        #[OA\Property] public ?string $before,
        #[OA\Property] public ?string $after,
    ) {}
}
