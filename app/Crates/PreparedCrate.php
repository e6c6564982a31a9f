<?php

declare(strict_types=1);

namespace App\Crates;

use App\Crates\Gather\Trims;
use Hafenbuch\Core\Crate\CratePlan;
use Hafenbuch\Core\Crate\Gathered;

/** The plan of a crate, with all that it was made of. */
final readonly class PreparedCrate
{
    public function __construct(public PackWish $wish, public Gathered $gathered, public CratePlan $plan, public Trims $trims) {}

    /** Bytes of the payload, with sounds as they are cut. */
    public function bytes(): int
    {
        $bytes = 0;
        foreach ($this->plan->packed() as $entry) {
            $bytes += ($this->trims->cuts[$entry->file->end] ?? null)?->size() ?? $entry->file->size;
        }

        return $bytes;
    }
}
