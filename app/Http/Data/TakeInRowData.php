<?php

declare(strict_types=1);

namespace App\Http\Data;

use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\TakeIn\TakeInRow;
use OpenApi\Attributes as OA;

/** One file from elsewhere, and what becomes of it. */
#[OA\Schema(schema: 'TakeInRow')]
final readonly class TakeInRowData
{
    public function __construct(
        #[OA\Property(description: 'absolute')] public string $path,
        #[OA\Property(description: 'the folder that it lies in')] public string $folder,
        #[OA\Property(enum: ['picture', 'sound', 'film', 'document', 'other'])] public string $kind,
        #[OA\Property(description: 'in bytes')] public int $size,
        #[OA\Property(description: 'the path that it gets; null: it stays where it is')] public ?string $to,
        #[OA\Property(description: 'whether the same bytes are there already, or come in with another file')] public bool $isThere,
        #[OA\Property(description: 'a document, or another file from elsewhere, that refers to it')] public string $referrer,
        #[OA\Property(description: 'how many references lead to it in the documents that were asked for')] public int $references,
    ) {}

    public static function of(TakeInRow $row, int $references): self
    {
        return new self($row->source->path, Path::folderOf($row->source->path), $row->source->kind->value, $row->source->size, $row->to, $row->isThere, $row->source->referrer, $references);
    }
}
