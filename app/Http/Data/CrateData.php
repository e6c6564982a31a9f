<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Crates\CrateFolder;
use App\Models\Crate;
use OpenApi\Attributes as OA;

/** A crate that was packed. */
#[OA\Schema(schema: 'Crate')]
final readonly class CrateData
{
    public function __construct(
        #[OA\Property] public int $number,
        #[OA\Property] public string $name,
        #[OA\Property(description: 'for whom')] public ?string $recipient,
        #[OA\Property] public ?string $note,
        #[OA\Property(format: 'date-time')] public string $at,
        #[OA\Property(description: 'who packed it')] public ?string $by,
        #[OA\Property(description: 'of the payload')] public int $files,
        #[OA\Property(description: 'of the payload')] public int $bytes,
        #[OA\Property(description: 'of all of it, in bytes')] public int $size,
        #[OA\Property(description: 'SHA-256 of the manifest of its payload')] public string $hash,
        #[OA\Property] public int $references,
        #[OA\Property] public int $leadOut,
        #[OA\Property] public int $leftOut,
        #[OA\Property(description: 'whether its file is kept here')] public bool $isKept,
        #[OA\Property(description: 'whether it was packed to be worked on')] public bool $wasLent,
        #[OA\Property(description: 'whether its documents are lent now')] public bool $isOut,
        #[OA\Property(format: 'date-time', nullable: true, description: 'when it came back, or was said to')] public ?string $endedAt,
    ) {}

    public static function of(Crate $crate): self
    {
        return new self(
            $crate->number, $crate->name, $crate->recipient, $crate->note, $crate->at->toIso8601ZuluString('millisecond'), $crate->person?->name, $crate->files, $crate->bytes, $crate->size, $crate->hash,
            $crate->reference_count, $crate->lead_out, $crate->left_out, $crate->file !== null && app(CrateFolder::class)->has($crate->file), $crate->is_lent, $crate->isOut(), $crate->ended_at?->toIso8601ZuluString('millisecond'),
        );
    }
}
