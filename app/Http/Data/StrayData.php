<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Relink\EndReader;
use App\Relink\KnownStray;
use OpenApi\Attributes as OA;

/** What references name that is no document of the workspace. */
#[OA\Schema(schema: 'Stray')]
final readonly class StrayData
{
    /** So many references are named. */
    private const PLACES = 40;

    /**
     * @param  list<StrayPlaceData>  $from
     * @param  list<CandidateData>  $candidates
     */
    public function __construct(
        #[OA\Property(description: 'the path or address that is named')] public string $missing,
        #[OA\Property(enum: ['missing', 'outside', 'web', 'device', 'link'])] public string $kind,
        #[OA\Property(description: 'the last part of it')] public string $name,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/StrayPlace'), description: 'the first of its references')] public array $from,
        #[OA\Property(description: 'how many references there are')] public int $references,
        #[OA\Property(description: 'SHA-256 of what the file last held')] public ?string $wasHash,
        #[OA\Property(description: 'when it was last there')] public ?string $seenAt,
        #[OA\Property(description: 'whether what it held is kept, so that it can come back')] public bool $isKept,
        #[OA\Property(description: 'what has become of it')] public string $why,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Candidate'))] public array $candidates,
        #[OA\Property(description: 'why it may stay as it is; null: nobody has said so')] public ?string $accepted,
    ) {}

    public static function of(KnownStray $known, bool $isKept, ?string $accepted): self
    {
        $stray = $known->stray;
        $name = rtrim($stray->name(), '/');

        return new self(
            EndReader::write($stray->end), $stray->kind->value, substr($name, (int) strrpos('/'.$name, '/')), array_map(StrayPlaceData::of(...), array_slice($stray->places, 0, self::PLACES)), count($stray->places),
            $known->lost?->hash, $known->lost?->seenAt === null ? null : gmdate('Y-m-d\TH:i:s\Z', $known->lost->seenAt), $isKept, $known->why(), array_map(CandidateData::of(...), $known->candidates), $accepted,
        );
    }
}
