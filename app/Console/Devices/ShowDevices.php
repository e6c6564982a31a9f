<?php

declare(strict_types=1);

namespace App\Console\Devices;

use App\Console\HafenbuchCommand;
use App\Devices\Device;
use App\Devices\RackClient;

final class ShowDevices extends HafenbuchCommand
{
    protected $signature = 'devices';

    protected $description = 'Show the devices that the rack knows, and which are there';

    public function handle(RackClient $rack): int
    {
        $devices = $rack->devices();

        return $this->answer(
            array_map(static fn (Device $one): array => ['device' => $one->address, 'kind' => $one->kind, 'there' => $one->isThere], $devices),
            array_map(static fn (Device $one): string => ($one->isThere ? 'there      ' : 'not there  ').$one->address, $devices),
        );
    }
}
