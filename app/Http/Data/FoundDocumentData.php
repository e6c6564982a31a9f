<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\Document;
use OpenApi\Attributes as OA;

/** A document as the pickers list it. */
#[OA\Schema(schema: 'FoundDocument')]
final readonly class FoundDocumentData
{
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property] public string $path,
        #[OA\Property] public ?string $title,
        #[OA\Property] public string $format,
        #[OA\Property] public ?int $size,
        #[OA\Property(enum: ['new', 'modified', 'as saved'])] public string $content,
        #[OA\Property] public bool $isOpen,
    ) {}

    public static function of(Document $document, bool $isOpen): self
    {
        return new self($document->id, $document->path, $document->title, $document->format, $document->draft->size ?? $document->size, $document->contentState()->value, $isOpen);
    }
}
