<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** Strays of one kind that lay in one folder. */
#[OA\Schema(schema: 'StrayGroup')]
final readonly class StrayGroupData
{
    public function __construct(
        #[OA\Property(enum: ['missing', 'outside', 'web', 'device', 'link'])] public string $kind,
        #[OA\Property(description: 'the folder, host or kind of device')] public string $folder,
        #[OA\Property(description: 'the workspace in which it lies, if it is one of the asker’s')] public ?string $elsewhere,
        #[OA\Property] public int $files,
        #[OA\Property] public int $references,
    ) {}
}
