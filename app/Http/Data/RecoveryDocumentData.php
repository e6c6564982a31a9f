<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Past\Recovery\RecoveryOffer;
use OpenApi\Attributes as OA;

/** One document with the states to choose from. */
#[OA\Schema(schema: 'RecoveryDocument')]
final readonly class RecoveryDocumentData
{
    /** @param list<RecoveryStateData> $points */
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property] public string $path,
        #[OA\Property] public ?string $title,
        #[OA\Property] public int $revision,
        #[OA\Property(description: 'the newest version')] public ?int $version,
        #[OA\Property(format: 'date-time')] public ?string $savedAt,
        #[OA\Property(description: 'bytes of the file; null: it has none')] public ?int $savedSize,
        #[OA\Property(format: 'date-time', description: 'null: there is no draft')] public ?string $draftAt,
        #[OA\Property] public ?int $draftSize,
        #[OA\Property(description: 'what differs from the file')] public ?string $draftWords,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/RecoveryState'))] public array $points,
    ) {}

    public static function of(RecoveryOffer $offer): self
    {
        $document = $offer->document;
        $draft = $document->draft;

        return new self(
            $document->id, $document->path, $document->title, $document->revision, $offer->version, $offer->savedAt, $document->is_gone ? null : $document->size,
            $draft?->updated_at?->toIso8601ZuluString('millisecond'), $draft?->size, $draft?->change_words,
            array_map(RecoveryStateData::of(...), $offer->points),
        );
    }
}
