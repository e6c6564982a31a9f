<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** Something that is known of a sound or a picture. */
#[OA\Schema(schema: 'Fact')]
final readonly class FactData
{
    public function __construct(
        #[OA\Property(description: 'as people read it')] public string $name,
        #[OA\Property] public string $value,
    ) {}
}
