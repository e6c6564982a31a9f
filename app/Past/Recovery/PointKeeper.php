<?php

declare(strict_types=1);

namespace App\Past\Recovery;

use App\Models\User;
use App\Models\Workspace;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** Sees when a recovery point is due: after some time, after some edits, or when a person pauses. */
final readonly class PointKeeper
{
    public function __construct(private RecoveryPoints $points) {}

    /** @return int how many points were made */
    public function look(Workspace $workspace): int
    {
        $made = 0;
        foreach ($this->changed($workspace) as $row) {
            $person = User::query()->find($row->user_id);
            $reason = $person === null || $person->standsDown() ? null : $this->reason($person, $row);
            $made += $reason !== null && $this->points->make($workspace, $person, $reason) !== null ? 1 : 0;
        }

        return $made;
    }

    /**
     * Quays with drafts that their newest point does not hold.
     *
     * @return list<object{user_id: int, first_at: string, last_at: string, newest_step: int}>
     */
    private function changed(Workspace $workspace): array
    {
        return DB::select(
            'select q.user_id, min(d.updated_at) as first_at, max(d.updated_at) as last_at, coalesce(max(p.newest_step), 0) as newest_step
             from quay_items q join drafts d on d.document_id = q.document_id
             left join recovery_points p on p.id = (select max(n.id) from recovery_points n where n.user_id = q.user_id and n.workspace_id = q.workspace_id)
             left join recovery_point_items i on i.recovery_point_id = p.id and i.document_id = d.document_id
             where q.workspace_id = ? and (i.hash is null or i.hash <> d.hash)
             group by q.user_id',
            [$workspace->id],
        );
    }

    /** @param object{user_id: int, first_at: string, last_at: string, newest_step: int} $row */
    private function reason(User $person, object $row): ?PointReason
    {
        $settings = WatchSettings::of($person);
        if (self::age($row->first_at) >= 60 * $settings->minutes) {
            return PointReason::Time;
        }
        if (self::age($row->last_at) >= $settings->idleSeconds) {
            return PointReason::Idle;
        }
        $edits = DB::table('draft_steps')->where('user_id', $person->id)->where('id', '>', $row->newest_step)->count();

        return $edits >= $settings->edits ? PointReason::Edits : null;
    }

    /** @return int seconds; a time to come is one from before the clock was set back, so it is long ago */
    private static function age(string $at): int
    {
        $age = now()->getTimestamp() - Carbon::parse($at, 'UTC')->getTimestamp();

        return $age < -1 ? PHP_INT_MAX : $age;
    }
}
