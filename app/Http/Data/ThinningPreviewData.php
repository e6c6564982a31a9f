<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Past\Versions\ThinningPreview;
use OpenApi\Attributes as OA;

/** What a retention rule would take. */
#[OA\Schema(schema: 'ThinningPreview')]
final readonly class ThinningPreviewData
{
    /** @param list<ThinningData> $thinnings */
    public function __construct(
        #[OA\Property] public int $versions,
        #[OA\Property] public int $documents,
        #[OA\Property(description: 'come free at once')] public int $bytes,
        #[OA\Property(description: 'come free when entries can no longer be taken back')] public int $laterBytes,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Thinning'), description: 'the documents that lose most')] public array $thinnings,
        #[OA\Property(description: 'steps of drafts that are more than would stay')] public int $steps,
        #[OA\Property] public int $stepBytes,
        #[OA\Property(description: 'of contents that only entries keep which could not be taken back any more')] public int $entryBytes,
    ) {}

    /**
     * @param  array{steps: int, bytes: int}  $steps  that would go
     * @param  int  $entryBytes  that entries would give free
     */
    public static function of(ThinningPreview $preview, array $steps, int $entryBytes): self
    {
        $preview->shorten();

        return new self($preview->versions, $preview->documents, $preview->bytes, $preview->laterBytes, array_map(ThinningData::of(...), $preview->thinnings), $steps['steps'], $steps['bytes'], $entryBytes);
    }
}
