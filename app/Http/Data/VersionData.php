<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\Version;
use OpenApi\Attributes as OA;

/** The content of a document after a save. */
#[OA\Schema(schema: 'Version')]
final readonly class VersionData
{
    public function __construct(
        #[OA\Property(description: '0: as found, before the first save')] public int $number,
        #[OA\Property(description: 'SHA-256')] public string $hash,
        #[OA\Property(description: 'bytes')] public int $size,
        #[OA\Property(format: 'date-time')] public string $at,
        #[OA\Property] public ?string $person,
        #[OA\Property] public ?string $note,
        #[OA\Property(description: 'a milestone’s name; such a version is never thinned out')] public ?string $label,
        #[OA\Property(description: 'bytes that differ from the version before; null: not counted yet')] public ?int $changedBytes,
        #[OA\Property(description: 'the logbook entry that made it')] public ?string $operationId,
        #[OA\Property(description: 'its number')] public ?int $entry,
        #[OA\Property(description: 'whether the file holds it now')] public bool $isSaved,
    ) {}

    public static function of(Version $version, ?string $savedHash): self
    {
        return new self(
            $version->number, $version->hash, $version->size, $version->at->toIso8601ZuluString('millisecond'), $version->person?->name,
            $version->note, $version->label, $version->number === 0 ? 0 : $version->changed_bytes, $version->operation_id, $version->operation?->number, $version->hash === $savedHash,
        );
    }
}
