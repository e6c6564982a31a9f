<?php

declare(strict_types=1);

namespace App\Http\Data;

use Hafenbuch\Core\Plan\Warning;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Warning')]
final readonly class WarningData
{
    /** @param list<WayOutData> $waysOut */
    public function __construct(
        #[OA\Property] public string $path,
        #[OA\Property] public string $message,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/WayOut'))] public array $waysOut,
    ) {}

    public static function of(Warning $warning): self
    {
        return new self($warning->path, $warning->message, array_map(WayOutData::of(...), $warning->waysOut));
    }
}
