<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** A device that is there, or that documents refer to. */
#[OA\Schema(schema: 'Device')]
final readonly class DeviceData
{
    public function __construct(
        #[OA\Property(description: 'device:KIND/NAME')] public string $device,
        #[OA\Property] public string $kind,
        #[OA\Property] public string $name,
        #[OA\Property(description: 'whether the rack knows it')] public bool $isKnown,
        #[OA\Property(description: 'whether it is there now')] public bool $there,
        #[OA\Property(description: 'whether it shows a picture; else a level')] public bool $hasPicture,
        #[OA\Property(description: 'how many references lead to it')] public int $references,
    ) {}
}
