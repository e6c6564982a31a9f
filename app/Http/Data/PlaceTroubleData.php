<?php

declare(strict_types=1);

namespace App\Http\Data;

use Hafenbuch\Core\Place\PlaceTrouble;
use OpenApi\Attributes as OA;

/** Why a folder is not a safe place for something. */
#[OA\Schema(schema: 'PlaceTrouble')]
final readonly class PlaceTroubleData
{
    public function __construct(
        #[OA\Property] public string $why,
        #[OA\Property] public string $wayOut,
        #[OA\Property(description: 'whether it cannot be done there at all')] public bool $stops,
    ) {}

    public static function of(PlaceTrouble $trouble): self
    {
        return new self($trouble->why, $trouble->wayOut, $trouble->stops);
    }
}
