<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** A reference that ends outside, and why that cannot come in. */
#[OA\Schema(schema: 'LeftOutside')]
final readonly class LeftOutsideData
{
    public function __construct(
        #[OA\Property(description: 'of the document')] public string $path,
        #[OA\Property(description: 'the text of the reference')] public string $raw,
        #[OA\Property] public string $why,
    ) {}
}
