<?php

declare(strict_types=1);

namespace App\Saving\Logbook;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'DiffLine')]
final readonly class DiffLine
{
    public function __construct(
        #[OA\Property(enum: ['same', 'added', 'removed', 'folded'])] public string $kind,
        #[OA\Property(description: 'counted from 1')] public ?int $before,
        #[OA\Property(description: 'counted from 1')] public ?int $after,
        #[OA\Property(description: 'for folded lines, how many there are')] public string $text,
    ) {}
}
