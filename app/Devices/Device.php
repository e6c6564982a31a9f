<?php

declare(strict_types=1);

namespace App\Devices;

/** A device that a rack knows of. */
final readonly class Device
{
    public function __construct(public string $address, public string $kind, public string $name, public bool $isThere, public bool $hasPicture) {}
}
