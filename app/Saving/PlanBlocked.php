<?php

declare(strict_types=1);

namespace App\Saving;

use App\Support\Refused;
use Hafenbuch\Core\Plan\Blocker;
use Hafenbuch\Core\Plan\Plan;

/** A plan that something stops is not begun. */
final class PlanBlocked extends Refused
{
    private function __construct(string $message, public readonly Plan $plan)
    {
        parent::__construct($message);
    }

    public static function by(Plan $plan): self
    {
        $reasons = array_map(static fn (Blocker $blocker): string => "{$blocker->path}: {$blocker->message}", $plan->blockers);

        return new self('Nothing was written. '.implode(' ', $reasons), $plan);
    }
}
