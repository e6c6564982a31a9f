<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** Problem details (RFC 9457). */
#[OA\Schema(schema: 'Problem')]
final readonly class ProblemData
{
    public function __construct(
        #[OA\Property] public string $type,
        #[OA\Property] public string $title,
        #[OA\Property] public int $status,
        #[OA\Property] public string $detail,
    ) {}
}
