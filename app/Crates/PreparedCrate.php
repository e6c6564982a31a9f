<?php

declare(strict_types=1);

namespace App\Crates;

use Hafenbuch\Core\Crate\CratePlan;
use Hafenbuch\Core\Crate\Gathered;

/** The plan of a crate, with all that it was made of. */
final readonly class PreparedCrate
{
    public function __construct(public PackWish $wish, public Gathered $gathered, public CratePlan $plan) {}
}
