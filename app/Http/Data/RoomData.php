<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** What the past of a workspace takes. */
#[OA\Schema(schema: 'Room')]
final readonly class RoomData
{
    /** @param list<object> $documents */
    public function __construct(
        #[OA\Property] public int $versions,
        #[OA\Property(description: 'bytes of their contents, each once')] public int $versionBytes,
        #[OA\Property] public int $steps,
        #[OA\Property] public int $stepBytes,
        #[OA\Property] public int $points,
        #[OA\Property] public int $pointBytes,
        #[OA\Property(description: 'stages of sessions that hold something of this workspace')] public int $sessions,
        #[OA\Property(description: 'of contents that only these keep')] public int $sessionBytes,
        #[OA\Property(description: 'crates whose files are kept')] public int $crates,
        #[OA\Property] public int $crateBytes,
        #[OA\Property(description: 'small pictures, which are drawn again where they are missing')] public int $pictures,
        #[OA\Property] public int $pictureBytes,
        #[OA\Property(description: 'those whose past takes most, the largest first', items: new OA\Items(required: ['document', 'path', 'title', 'versions', 'versionBytes', 'steps', 'stepBytes'], properties: [
            new OA\Property(property: 'document', type: 'string'), new OA\Property(property: 'path', type: 'string'), new OA\Property(property: 'title', type: 'string', nullable: true),
            new OA\Property(property: 'versions', type: 'integer'), new OA\Property(property: 'versionBytes', type: 'integer'), new OA\Property(property: 'steps', type: 'integer'), new OA\Property(property: 'stepBytes', type: 'integer'),
        ], type: 'object'))] public array $documents,
    ) {}
}
