<?php

declare(strict_types=1);

namespace App\Http;

use App\Http\Data\PlanData;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Support\Facades\Cache;

/** The plan that a person was shown last in a workspace, for the answer that sets the new one beside it. One each, so that they never fill the database. */
final class ShownPlans
{
    private const MINUTES = 60;

    public static function keep(Workspace $workspace, User $person, PlanData $plan): void
    {
        Cache::put(self::key($workspace, $person), json_decode((string) json_encode($plan)), now()->addMinutes(self::MINUTES));
    }

    /** @return ?object the plan with this fingerprint; null: another was shown since, as in a second window */
    public static function find(mixed $workspace, mixed $person, string $fingerprint): ?object
    {
        $plan = $workspace instanceof Workspace && $person instanceof User ? Cache::get(self::key($workspace, $person)) : null;

        return is_object($plan) && ($plan->fingerprint ?? null) === $fingerprint ? $plan : null;
    }

    private static function key(Workspace $workspace, User $person): string
    {
        return "plan:{$workspace->id}:{$person->id}";
    }
}
