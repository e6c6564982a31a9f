<?php

declare(strict_types=1);

namespace App\Crates;

use App\Support\Refused;

/** What is to be packed is no longer what the person has read. */
final class CrateChanged extends Refused
{
    public ?PreparedCrate $now = null;

    public static function to(PreparedCrate $now): self
    {
        $changed = new self('What is to be packed has changed since it was shown. Nothing was packed; look at it again.');
        $changed->now = $now;

        return $changed;
    }

    public static function whilePacked(string $path): self
    {
        return new self("{$path} was changed while it was packed. Nothing was packed; pack again.");
    }
}
