<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** What has changed since a point. */
#[OA\Schema(schema: 'Pulse')]
final readonly class PulseData
{
    /** @param list<string> $topics */
    public function __construct(
        #[OA\Property(description: 'the point to name next time')] public int $last,
        #[OA\Property(items: new OA\Items(type: 'string', enum: ['documents', 'quay', 'logbook', 'scan']))] public array $topics,
    ) {}
}
