<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** One document of a tree that is to be copied. */
#[OA\Schema(schema: 'CopyRow')]
final readonly class CopyRowData
{
    /** @param list<string> $referredBy */
    public function __construct(
        #[OA\Property] public string $documentId,
        #[OA\Property] public string $path,
        #[OA\Property] public ?string $title,
        #[OA\Property] public string $format,
        #[OA\Property(enum: ['new', 'modified', 'as saved'])] public string $content,
        #[OA\Property(description: 'bytes')] public ?int $size,
        #[OA\Property(description: 'the length of the shortest way from the top document')] public int $depth,
        #[OA\Property(description: 'the path of its copy; null: the copies share it')] public ?string $newPath,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'paths of the documents of the tree that refer to it')] public array $referredBy,
        #[OA\Property(description: 'why the new path cannot be had')] public ?string $clash,
        #[OA\Property(description: 'a path that can')] public ?string $suggestion,
    ) {}
}
