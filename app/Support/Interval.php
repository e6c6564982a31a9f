<?php

declare(strict_types=1);

namespace App\Support;

/** Says when something is due again, by a clock that nobody sets back. */
final class Interval
{
    private float $last;

    public function __construct(private readonly float $seconds)
    {
        $this->last = hrtime(true) / 1e9;
    }

    public function isDue(): bool
    {
        $now = hrtime(true) / 1e9;
        if ($now - $this->last < $this->seconds) {
            return false;
        }
        $this->last = $now;

        return true;
    }
}
