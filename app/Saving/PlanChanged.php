<?php

declare(strict_types=1);

namespace App\Saving;

use App\Support\Refused;
use Hafenbuch\Core\Plan\Plan;

/** What the plan rests on has changed since it was read (promise 6). */
final class PlanChanged extends Refused
{
    private function __construct(string $message, public readonly Plan $now)
    {
        parent::__construct($message);
    }

    public static function to(Plan $now): self
    {
        return new self('Something that this plan rests on has changed since you read it. Nothing was written; the new plan is here.', $now);
    }
}
