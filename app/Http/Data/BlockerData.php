<?php

declare(strict_types=1);

namespace App\Http\Data;

use Hafenbuch\Core\Plan\Blocker;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Blocker')]
final readonly class BlockerData
{
    /** @param list<WayOutData> $waysOut */
    public function __construct(
        #[OA\Property] public string $documentId,
        #[OA\Property] public string $path,
        #[OA\Property] public string $message,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/WayOut'))] public array $waysOut,
    ) {}

    public static function of(Blocker $blocker): self
    {
        return new self($blocker->documentId, $blocker->path, $blocker->message, array_map(WayOutData::of(...), $blocker->waysOut));
    }
}
