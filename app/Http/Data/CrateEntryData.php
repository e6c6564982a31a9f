<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Crates\Gather\Trims;
use Hafenbuch\Core\Crate\CrateEntry;
use Hafenbuch\Core\Crate\Gathered;
use OpenApi\Attributes as OA;

/** One file of a crate's plan. */
#[OA\Schema(schema: 'CrateEntry')]
final readonly class CrateEntryData
{
    private const REFERRERS = 5;

    /** @param list<string> $referredBy */
    public function __construct(
        #[OA\Property(description: 'of its document; null: it lies outside')] public ?string $id,
        #[OA\Property(description: 'in the workspace, or absolute')] public string $path,
        #[OA\Property(description: 'in the crate')] public string $place,
        #[OA\Property] public ?string $title,
        #[OA\Property] public string $format,
        #[OA\Property(enum: ['picture', 'sound', 'film', 'document', 'other'])] public string $kind,
        #[OA\Property(description: 'in bytes')] public int $size,
        #[OA\Property(enum: ['draft', 'saved', 'version', 'outside'])] public string $from,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'paths of some that refer to it')] public array $referredBy,
        #[OA\Property(description: 'how many refer to it')] public int $referrers,
        #[OA\Property(description: 'why it stays out; null: it is packed')] public ?string $whyOut,
        #[OA\Property(description: 'whether it was chosen itself')] public bool $isTop,
        #[OA\Property(description: 'path of the document to which it belongs by its name, where nothing refers to it')] public ?string $companionOf,
        #[OA\Property(description: 'why it has another name in the crate')] public ?string $renamed,
        #[OA\Property(description: 'how it can be made again')] public ?string $recipe,
        #[OA\Property(description: 'seconds of it that go in, where it is a sound that is cut')] public ?float $cutTo,
        #[OA\Property(description: 'why a sound goes in whole, where sounds are cut')] public ?string $whole,
    ) {}

    public static function of(CrateEntry $entry, Gathered $gathered, Trims $trims): self
    {
        $cut = $trims->cuts[$entry->file->end] ?? null;
        $path = static fn (string $end): string => $gathered->files[$end]->path();

        return new self(
            $entry->file->id, $entry->file->path(), $entry->place, $entry->file->title, $entry->file->format, $entry->file->kind->value, $cut?->size() ?? $entry->file->size, $entry->file->from->value,
            array_map($path, array_slice($entry->referredBy, 0, self::REFERRERS)), count($entry->referredBy), $entry->whyOut, $entry->isTop,
            $entry->companionOf === null ? null : $path($entry->companionOf), $entry->renamed, $entry->file->recipe,
            $cut === null ? null : round($cut->frames / $cut->wav->rate, 3), $trims->whole[$entry->file->end] ?? null,
        );
    }
}
