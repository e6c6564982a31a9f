<?php

declare(strict_types=1);

namespace App\Past\Comparing;

use OpenApi\Attributes as OA;

/** One of two contents that are compared. */
#[OA\Schema(schema: 'ContrastSide')]
final readonly class ContrastSide
{
    /** @param array<string, string>|\stdClass $facts */
    public function __construct(
        #[OA\Property] public string $documentId,
        #[OA\Property] public string $path,
        #[OA\Property] public ?string $title,
        #[OA\Property(description: 'draft, file, base, version-N, point-N or step-N')] public string $source,
        #[OA\Property(description: 'the source as people read it')] public string $label,
        #[OA\Property(description: 'whether it can only be looked at')] public bool $isPast,
        #[OA\Property(format: 'date-time')] public ?string $at,
        #[OA\Property] public ?string $person,
        #[OA\Property(description: 'bytes')] public int $size,
        #[OA\Property(description: 'SHA-256')] public string $hash,
        #[OA\Property] public string $mediaType,
        #[OA\Property(description: 'whether it can be shown as text')] public bool $isText,
        #[OA\Property(type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string'), description: 'what is known of a sound or a picture')] public array|\stdClass $facts,
    ) {}
}
