<?php

declare(strict_types=1);

namespace App\Saving;

use Hafenbuch\Core\Plan\Decided;
use Hafenbuch\Core\Plan\Plan;

/** A plan, and what the choices meant of which it was made. */
final readonly class PreparedPlan
{
    public function __construct(public Plan $plan, public Decided $decided) {}
}
