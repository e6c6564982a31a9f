<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Crates\TakingIn\ComingRow;
use Hafenbuch\Core\Crate\DescribedVersion;
use OpenApi\Attributes as OA;

/** A file of a crate that comes, and what has become of it. */
#[OA\Schema(schema: 'ComingRow')]
final readonly class ComingRowData
{
    /** @param list<array{number: int, at: string, note: ?string, label: ?string}> $versions */
    public function __construct(
        #[OA\Property(description: 'in the crate')] public string $place,
        #[OA\Property(description: 'where it comes to')] public string $path,
        #[OA\Property(description: 'where it lay for whoever packed it')] public ?string $cameFrom,
        #[OA\Property] public ?string $title,
        #[OA\Property(description: 'of its document here')] public ?string $documentId,
        #[OA\Property(enum: ['as you sent it', 'changed by them', 'changed here since', 'changed by both', 'new', 'gone there'])] public string $state,
        #[OA\Property(description: 'whether a draft comes of it')] public bool $brings,
        #[OA\Property(description: 'whether its document has a draft here')] public bool $hasDraft,
        #[OA\Property(description: 'in bytes; null: it did not come')] public ?int $size,
        #[OA\Property(description: 'why what came is not the draft by itself')] public ?string $clash,
        #[OA\Property(description: 'that they made', items: new OA\Items(type: 'object', properties: [
            new OA\Property(property: 'number', type: 'integer'), new OA\Property(property: 'at', type: 'string'), new OA\Property(property: 'note', type: 'string', nullable: true), new OA\Property(property: 'label', type: 'string', nullable: true),
        ], required: ['number', 'at', 'note', 'label']))] public array $versions,
    ) {}

    public static function of(ComingRow $row): self
    {
        return new self(
            $row->place(), $row->path, $row->cameFrom(), $row->row->came?->described?->title, $row->row->documentId(), $row->state()->value, $row->state()->brings() && $row->row->came !== null, $row->row->sent->hasDraft ?? false, $row->row->came?->size, $row->clash,
            array_map(static fn (DescribedVersion $version): array => ['number' => $version->number, 'at' => $version->at, 'note' => $version->note, 'label' => $version->label], $row->versions()),
        );
    }
}
