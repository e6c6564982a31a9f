<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Pictures\PictureDesk;
use OpenApi\Attributes as OA;

/** The small picture of a document. */
#[OA\Schema(schema: 'Picture')]
final readonly class PictureData
{
    public function __construct(
        #[OA\Property] public string $document,
        #[OA\Property(description: 'of which of its contents it is, as `version-3`; null: of what is on the screen')] public ?string $source,
        #[OA\Property(enum: [PictureDesk::MADE, PictureDesk::WAITING, PictureDesk::CANNOT, PictureDesk::NONE], description: 'waiting: it is drawn in the background, ask again; none: nothing is known of how such a document looks')] public string $state,
        #[OA\Property(description: 'under which it is to be had; another as soon as the document shows something else')] public ?string $key,
        #[OA\Property(description: 'why it cannot be shown, as the end of a sentence')] public ?string $why,
    ) {}
}
