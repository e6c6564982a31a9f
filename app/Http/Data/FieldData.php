<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Field')]
final readonly class FieldData
{
    public function __construct(
        #[OA\Property] public string $name,
        #[OA\Property] public string $value,
    ) {}
}
