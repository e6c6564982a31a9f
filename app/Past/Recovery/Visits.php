<?php

declare(strict_types=1);

namespace App\Past\Recovery;

use App\Models\User;
use App\Models\Workspace;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Remembers which pages a person has open, so that one that was never left tells of a crash. */
final class Visits
{
    /** A page tells that it is there more often than this. */
    private const SILENT_SECONDS = 20;

    private const NOTED_SECONDS = 4;

    /** What a page had asked for can be heard so long after it was left; a page that comes back is heard again later. */
    private const LATE_SECONDS = 5;

    private const KEPT_DAYS = 30;

    public static function see(Workspace $workspace, User $person, string $visit): void
    {
        DB::statement(
            'insert into visits (id, workspace_id, user_id, begun_at, seen_at) values (?, ?, ?, ?, ?)
             on duplicate key update seen_at = if(user_id = values(user_id) and seen_at < ?, values(seen_at), seen_at), ended_at = if(user_id = values(user_id) and ended_at < ?, null, ended_at)',
            [$visit, $workspace->id, $person->id, now(), now(), now()->subSeconds(self::NOTED_SECONDS), now()->subSeconds(self::LATE_SECONDS)],
        );
    }

    /**
     * These pages are there, as their connections show.
     *
     * @param  list<string>  $visits
     */
    public static function seeAll(array $visits): void
    {
        $visits === [] || DB::table('visits')->whereIn('id', $visits)->whereNull('ended_at')->update(['seen_at' => now()]);
    }

    /** How many pages of a workspace are open. */
    public static function open(Workspace $workspace): int
    {
        return DB::table('visits')->where('workspace_id', $workspace->id)->where('seen_at', '>', now()->subSeconds(self::SILENT_SECONDS))->whereNull('ended_at')->count();
    }

    /** @return array<int, string> by workspace id: when the person had a page of it open last */
    public static function lastOf(User $person): array
    {
        return DB::table('visits')->where('user_id', $person->id)->groupBy('workspace_id')->pluck(DB::raw('max(seen_at)'), 'workspace_id')->all();
    }

    /** Also of a page that was left before anything else of it was heard: what it had asked for comes late. */
    public static function end(Workspace $workspace, User $person, string $visit): void
    {
        DB::statement(
            'insert into visits (id, workspace_id, user_id, begun_at, seen_at, ended_at) values (?, ?, ?, ?, ?, ?)
             on duplicate key update ended_at = if(user_id = values(user_id), values(ended_at), ended_at)',
            [$visit, $workspace->id, $person->id, now(), now(), now()],
        );
    }

    /**
     * @param  list<string>  $died  visits of which the browser knows that their pages are gone
     * @return ?string when a page was last seen that was never left; null: there is none
     */
    public static function brokenOff(Workspace $workspace, User $person, ?string $own, array $died = []): ?string
    {
        return self::silent($workspace, $person, $died)->where('id', '!=', (string) $own)->max('seen_at');
    }

    /**
     * What was broken off has been looked at.
     *
     * @param  list<string>  $died
     */
    public static function settle(Workspace $workspace, User $person, array $died = []): void
    {
        // It said no goodbye, so what it asks from now on is no late question.
        self::silent($workspace, $person, $died)->update(['ended_at' => now()->subSeconds(self::LATE_SECONDS + 1)]);
        DB::table('visits')->where('user_id', $person->id)->where('workspace_id', $workspace->id)->where('seen_at', '<', now()->subDays(self::KEPT_DAYS))->delete();
    }

    /** @param list<string> $died */
    private static function silent(Workspace $workspace, User $person, array $died): Builder
    {
        return DB::table('visits')->where('user_id', $person->id)->where('workspace_id', $workspace->id)->whereNull('ended_at')
            ->where(static fn (Builder $gone) => $gone->where('seen_at', '<', now()->subSeconds(self::SILENT_SECONDS))->orWhereIn('id', $died));
    }
}
