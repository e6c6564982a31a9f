<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** What the past of a workspace takes. */
#[OA\Schema(schema: 'Room')]
final readonly class RoomData
{
    public function __construct(
        #[OA\Property] public int $versions,
        #[OA\Property(description: 'bytes of their contents, each once')] public int $versionBytes,
        #[OA\Property] public int $steps,
        #[OA\Property] public int $stepBytes,
        #[OA\Property] public int $points,
        #[OA\Property] public int $pointBytes,
    ) {}
}
