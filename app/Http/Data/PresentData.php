<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Models\Workspace;
use App\Together\Presence;
use OpenApi\Attributes as OA;

/** Somebody who has a document on their screen. */
#[OA\Schema(schema: 'Present')]
final readonly class PresentData
{
    public function __construct(
        #[OA\Property] public int $person,
        #[OA\Property] public string $name,
        #[OA\Property] public string $document,
    ) {}

    /** @return list<self> */
    public static function in(Workspace $workspace): array
    {
        return array_map(static fn (array $one): self => new self(...$one), Presence::in($workspace));
    }
}
