<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\Scan;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Scan')]
final readonly class ScanData
{
    public function __construct(
        #[OA\Property(enum: ['queued', 'running', 'done', 'failed', 'stopped'])] public string $state,
        #[OA\Property] public int $files,
        #[OA\Property] public int $changed,
        #[OA\Property] public int $references,
        #[OA\Property] public int $strays,
        #[OA\Property(description: 'documents that could not be read whole')] public int $partlyRead,
        #[OA\Property] public float $seconds,
        #[OA\Property] public ?string $message,
    ) {}

    public static function of(Scan $scan): self
    {
        return new self($scan->state, $scan->files ?? 0, $scan->changed ?? 0, $scan->references ?? 0, $scan->strays ?? 0, $scan->partly_read ?? 0, $scan->seconds ?? 0.0, $scan->message);
    }
}
