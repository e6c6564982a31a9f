<?php

declare(strict_types=1);

namespace App\Past\Store;

use App\Models\Operation;
use App\Models\Workspace;
use App\Workspace\Files\DiskContentStore;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** What takes room beside versions, steps and points; and the documents whose past takes most. */
final class Takers
{
    private const NAMED = 20;

    /** @return array{sessions: int, bytes: int} stages that hold something of the workspace, and what only they keep */
    public static function sessions(Workspace $workspace): array
    {
        $items = DB::table('session_items')->where('workspace_id', $workspace->id);
        $own = DB::selectOne(
            'select coalesce(sum(size), 0) as bytes from (select draft_hash, max(draft_size) as size from session_items i where workspace_id = ? and draft_hash is not null
                and not exists (select 1 from drafts d where d.hash = i.draft_hash) and not exists (select 1 from versions v where v.hash = i.draft_hash) group by draft_hash) as own',
            [$workspace->id],
        );

        return ['sessions' => (clone $items)->distinct()->count('session_stage_id'), 'bytes' => (int) $own->bytes];
    }

    /** @return array{crates: int, bytes: int} whose files are kept here */
    public static function crates(Workspace $workspace): array
    {
        $crates = DB::table('crates')->where('workspace_id', $workspace->id)->whereNotNull('file');

        return ['crates' => (clone $crates)->count(), 'bytes' => (int) (clone $crates)->sum('size')];
    }

    /** @return int bytes of contents that only entries keep which could not be taken back any more if they can be for so many days */
    public static function entriesBefore(Workspace $workspace, int $days, DiskContentStore $contents): int
    {
        $old = DB::table('operation_lines as l')->join('operations as o', 'o.id', '=', 'l.operation_id')->where('o.workspace_id', $workspace->id)->whereNotNull('l.before_hash')
            ->where('o.created_at', '<', now()->subDays($days))->whereNotIn('o.state', [...Operation::UNFINISHED, Operation::NEEDS_PERSON]);
        foreach (['versions' => 'hash', 'drafts' => 'hash', 'session_items' => 'draft_hash', 'recovery_point_items' => 'hash'] as $table => $column) {
            $old->whereNotExists(static fn (Builder $other) => $other->selectRaw('1')->from($table)->whereColumn("{$table}.{$column}", 'l.before_hash'));
        }
        $old->whereNotExists(static fn (Builder $later) => $later->selectRaw('1')->from('operation_lines as y')->join('operations as p', 'p.id', '=', 'y.operation_id')->whereColumn('y.before_hash', 'l.before_hash')->where('p.created_at', '>=', now()->subDays($days)));

        $sizes = $old->groupBy('l.before_hash')->selectRaw('l.before_hash as hash, max(l.before_size) as size')->pluck('size', 'hash')->all();

        // What only moved was not kept, and takes nothing.
        return (int) array_sum(array_filter($sizes, static fn (string $hash): bool => $contents->has($hash), ARRAY_FILTER_USE_KEY));
    }

    /** @return list<object{id: string, path: string, title: ?string, versions: int, version_bytes: int, steps: int, step_bytes: int}> the largest first */
    public static function documents(Workspace $workspace): array
    {
        $versions = DB::table('versions')->groupBy('document_id')->selectRaw('document_id, count(*) as versions, sum(size) as bytes');
        $steps = DB::table('draft_steps')->groupBy('document_id')->selectRaw('document_id, count(*) as steps, sum(coalesce(length(inserted), size)) as bytes');

        return array_values(DB::table('documents as d')->leftJoinSub($versions, 'v', 'v.document_id', '=', 'd.id')->leftJoinSub($steps, 's', 's.document_id', '=', 'd.id')
            ->where('d.workspace_id', $workspace->id)->whereNull('d.dropped_at')->whereRaw('coalesce(v.bytes, 0) + coalesce(s.bytes, 0) > 0')
            ->orderByRaw('coalesce(v.bytes, 0) + coalesce(s.bytes, 0) desc')->limit(self::NAMED)
            ->get(['d.id', 'd.path', 'd.title', DB::raw('coalesce(v.versions, 0) as versions'), DB::raw('coalesce(v.bytes, 0) as version_bytes'), DB::raw('coalesce(s.steps, 0) as steps'), DB::raw('coalesce(s.bytes, 0) as step_bytes')])->all());
    }
}
