<?php

declare(strict_types=1);

namespace App\Http\Data;

use Hafenbuch\Core\Find\Excerpt;
use OpenApi\Attributes as OA;

/** Where in a document’s text something stands. */
#[OA\Schema(schema: 'FoundPlace')]
final readonly class FoundPlaceData
{
    public function __construct(
        #[OA\Property] public string $document,
        #[OA\Property(description: 'counted from 1')] public int $line,
        #[OA\Property] public string $before,
        #[OA\Property] public string $found,
        #[OA\Property] public string $after,
    ) {}

    public static function of(string $document, Excerpt $place): self
    {
        return new self($document, $place->line, $place->before, $place->found, $place->after);
    }
}
