<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Picture;

/** A length of time as it stands on a player. */
final readonly class Seconds
{
    public static function worded(float $seconds): string
    {
        $whole = (int) round(max(0.0, min(360_000.0, $seconds)));

        return $whole >= 3600 ? sprintf('%d:%02d:%02d', intdiv($whole, 3600), intdiv($whole, 60) % 60, $whole % 60) : sprintf('%d:%02d', intdiv($whole, 60), $whole % 60);
    }
}
