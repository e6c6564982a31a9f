<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'FieldChange')]
final readonly class FieldChangeData
{
    public function __construct(
        #[OA\Property] public string $name,
        #[OA\Property] public ?string $before,
        #[OA\Property] public ?string $after,
    ) {}
}
