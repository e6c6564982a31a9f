<?php

declare(strict_types=1);

namespace App\Http\Data;

use OpenApi\Attributes as OA;

/** The devices of a rack and of a workspace. */
#[OA\Schema(schema: 'Devices')]
final readonly class DevicesData
{
    /**
     * @param  list<DeviceData>  $devices
     * @param  list<ReplacedDeviceData>  $replaced
     */
    public function __construct(
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/Device'))] public array $devices,
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/ReplacedDevice'))] public array $replaced,
        #[OA\Property(description: 'why it is not known which are there; null: it is')] public ?string $problem,
    ) {}
}
