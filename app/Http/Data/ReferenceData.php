<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Workspace\Index\ReferenceRow;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Reference')]
final readonly class ReferenceData
{
    public function __construct(
        #[OA\Property(description: 'the document that has the reference')] public string $documentId,
        #[OA\Property] public string $path,
        #[OA\Property] public string $kind,
        #[OA\Property(description: 'in bytes of the working content')] public int $offset,
        #[OA\Property(description: 'in bytes')] public int $length,
        #[OA\Property(description: 'where it stands in the content as text, in bytes of UTF-8')] public int $textOffset,
        #[OA\Property(description: 'in bytes of UTF-8')] public int $textLength,
        #[OA\Property] public string $raw,
        #[OA\Property] public ?string $target,
        #[OA\Property] public ?string $targetId,
        #[OA\Property(enum: ['document', 'stray', 'outside', 'web', 'device', 'self'])] public string $state,
        #[OA\Property(enum: ['new', 'modified', 'as saved'], description: 'of the document at the other end')] public ?string $content,
        #[OA\Property(description: 'of the document at the other end')] public ?string $title,
    ) {}

    /** @param array<int, int> $places in the text, by those in the bytes, where they differ */
    public static function of(ReferenceRow $row, ?string $content, ?string $title, array $places = []): self
    {
        $start = $places[$row->offset] ?? $row->offset;
        $end = $places[$row->offset + $row->length] ?? $row->offset + $row->length;

        return new self($row->documentId, $row->path, $row->kind, $row->offset, $row->length, $start, $end - $start, $row->raw, $row->target, $row->targetId, $row->state, $content, $title);
    }
}
