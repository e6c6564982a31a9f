<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\PictureChoice;
use OpenApi\Attributes as OA;

/** What of a document its small picture shows. */
#[OA\Schema(schema: 'PictureChoice')]
final readonly class PictureChoiceData
{
    private function __construct(
        #[OA\Property(ref: '#/components/schemas/PictureAspect', nullable: true, description: 'null: all of it, as it is drawn where nobody chooses')] public ?\stdClass $aspect,
        #[OA\Property(description: 'whether it goes on showing what was on the screen then; else it is renewed with the document')] public bool $stays,
        #[OA\Property(description: 'who chose that')] public ?string $by,
        #[OA\Property(description: 'ISO 8601')] public ?string $at,
    ) {}

    public static function of(?PictureChoice $choice): self
    {
        return new self($choice === null || $choice->aspect === [] ? null : (object) $choice->aspect, $choice?->hash !== null, $choice?->person?->name, $choice?->chosen_at->toIso8601ZuluString('millisecond'));
    }
}
