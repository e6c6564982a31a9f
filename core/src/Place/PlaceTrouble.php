<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Place;

/** Why a folder is not a safe place for something, and the way out. */
final readonly class PlaceTrouble
{
    /** @param bool $stops whether it cannot be done there at all */
    public function __construct(public string $why, public string $wayOut, public bool $stops = false) {}

    public function words(): string
    {
        return "{$this->why} {$this->wayOut}";
    }
}
