<?php

declare(strict_types=1);

namespace App\Past\Recovery;

use App\Models\RecoveryPoint;
use App\Models\User;
use App\Models\Workspace;
use App\Support\BulkInsert;
use Illuminate\Support\Facades\DB;

/** Makes and keeps recovery points: consistent sets of all drafts on one person's quay, the hold included. */
final class RecoveryPoints
{
    /**
     * One statement reads all drafts at one moment; their contents are in the store already.
     *
     * @return ?RecoveryPoint null where there is no draft, or nothing has changed since the newest point
     */
    public function make(Workspace $workspace, User $person, PointReason $reason): ?RecoveryPoint
    {
        return DB::transaction(function () use ($workspace, $person, $reason): ?RecoveryPoint {
            // Two at once would make the same point twice.
            DB::table('users')->where('id', $person->id)->lockForUpdate()->first();
            $point = RecoveryPoint::query()->create(['workspace_id' => $workspace->id, 'user_id' => $person->id, 'reason' => $reason->value, 'digest' => '', 'newest_step' => (int) DB::table('draft_steps')->max('id'), 'at' => now()]);
            DB::insert(
                'insert into recovery_point_items (recovery_point_id, document_id, hash, size, base_hash)
                 select ?, d.document_id, d.hash, d.size, d.base_hash from drafts d join quay_items q on q.document_id = d.document_id where q.user_id = ? and q.workspace_id = ?',
                [$point->id, $person->id, $workspace->id],
            );
            $digest = self::digest($point->id);
            $newest = RecoveryPoint::query()->where('user_id', $person->id)->where('workspace_id', $workspace->id)->where('id', '<', $point->id)->latest('id')->first();
            if ($digest === self::nothing() || $digest === $newest?->digest) {
                $point->delete();

                return null;
            }
            $point->update(['digest' => $digest]);
            $this->limit($workspace, $person);

            return $point;
        });
    }

    /**
     * Keeps drafts that are not on any screen, as those of a session that were not taken.
     *
     * @param  array<string, array{hash: string, size: int, base: ?string}>  $drafts  by document
     */
    public function keep(Workspace $workspace, User $person, PointReason $reason, array $drafts): void
    {
        if ($drafts === []) {
            return;
        }
        DB::transaction(function () use ($workspace, $person, $reason, $drafts): void {
            DB::table('users')->where('id', $person->id)->lockForUpdate()->first();
            $point = RecoveryPoint::query()->create(['workspace_id' => $workspace->id, 'user_id' => $person->id, 'reason' => $reason->value, 'digest' => '', 'newest_step' => (int) DB::table('draft_steps')->max('id'), 'at' => now()]);
            BulkInsert::into('recovery_point_items', array_map(
                static fn (int|string $id, array $draft): array => ['recovery_point_id' => $point->id, 'document_id' => (string) $id, 'hash' => $draft['hash'], 'size' => $draft['size'], 'base_hash' => $draft['base']],
                array_keys($drafts), $drafts,
            ));
            $point->update(['digest' => self::digest($point->id)]);
            $this->limit($workspace, $person);
        });
    }

    /** Lets the oldest go where there are more than the person keeps. */
    public function limit(Workspace $workspace, User $person): void
    {
        $mine = RecoveryPoint::query()->where('user_id', $person->id)->where('workspace_id', $workspace->id)->orderByDesc('id');
        $oldest = $mine->skip(WatchSettings::of($person)->limit - 1)->take(1)->value('id');
        if ($oldest !== null) {
            RecoveryPoint::query()->where('user_id', $person->id)->where('workspace_id', $workspace->id)->where('id', '<', $oldest)->delete();
        }
    }

    /** @return array{points: int, bytes: int, newest: ?string} bytes: of the contents that only points keep */
    public function room(Workspace $workspace, User $person): array
    {
        $points = DB::table('recovery_points')->where('user_id', $person->id)->where('workspace_id', $workspace->id);
        $bytes = DB::selectOne(
            'select coalesce(sum(size), 0) as bytes from (
                select i.hash, max(i.size) as size from recovery_point_items i join recovery_points p on p.id = i.recovery_point_id
                where p.user_id = ? and p.workspace_id = ?
                  and not exists (select 1 from drafts d where d.hash = i.hash) and not exists (select 1 from versions v where v.hash = i.hash)
                group by i.hash) as own',
            [$person->id, $workspace->id],
        );

        return ['points' => $points->count(), 'bytes' => (int) $bytes->bytes, 'newest' => $points->max('at')];
    }

    private static function digest(int $pointId): string
    {
        $items = DB::table('recovery_point_items')->where('recovery_point_id', $pointId)->orderBy('document_id')->get(['document_id', 'hash']);

        return hash('sha256', $items->map(static fn (object $item): string => "{$item->document_id} {$item->hash}")->implode("\n"));
    }

    private static function nothing(): string
    {
        return hash('sha256', '');
    }
}
