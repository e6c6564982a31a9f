<?php

declare(strict_types=1);

namespace App\Http;

use App\Http\Data\PlanData;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\Cache;

/** The plan that a person was shown last in a workspace, for the answer that sets the new one beside it. One each, so that they never fill the database. */
final class ShownPlans
{
    private const MINUTES = 60;

    /** Plans of thousands of lines say much the same in each. */
    private const QUICKLY = 1;

    /** Answers with it. */
    public static function answer(Workspace $workspace, User $person, PlanData $plan): JsonResponse
    {
        $answer = new JsonResponse($plan);
        Cache::put(self::key($workspace, $person), base64_encode((string) gzcompress((string) $answer->getContent(), self::QUICKLY)), now()->addMinutes(self::MINUTES));

        return $answer;
    }

    /** @return ?object the plan with this fingerprint; null: another was shown since, as in a second window */
    public static function find(mixed $workspace, mixed $person, string $fingerprint): ?object
    {
        $kept = $workspace instanceof Workspace && $person instanceof User ? Cache::get(self::key($workspace, $person)) : null;
        $plan = is_string($kept) ? json_decode((string) @gzuncompress((string) base64_decode($kept, true))) : null;

        return is_object($plan) && ($plan->fingerprint ?? null) === $fingerprint ? $plan : null;
    }

    private static function key(Workspace $workspace, User $person): string
    {
        return "plan:{$workspace->id}:{$person->id}";
    }
}
