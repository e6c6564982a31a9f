<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Workspace;
use Hafenbuch\Core\Reference\TargetKind;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** References whose target is missing, over the working contents of a workspace. */
final class Strays
{
    /** @return array{references: int, strays: int} counted target by target, since many references share one */
    public static function counts(Workspace $workspace): array
    {
        $targets = self::working($workspace)->groupBy('r.target_key', 'r.target_kind')->select('r.target_key', 'r.target_kind', DB::raw('count(*) as times'));
        $isMissing = "target_kind in ('file', 'nothing') and not exists (select 1 from documents as t
            where t.workspace_id = ? and t.path_key = target_key and t.dropped_at is null and t.is_gone = 0)";
        $counted = DB::query()->fromSub($targets, 'targets')->selectRaw("sum(times) as all_times, sum(if({$isMissing}, times, 0)) as missing_times", [$workspace->id])->first();

        return ['references' => (int) $counted?->all_times, 'strays' => (int) $counted?->missing_times];
    }

    /** @return list<string> the paths that working contents point at and that no document has */
    public static function paths(Workspace $workspace): array
    {
        $targets = self::working($workspace)->where('r.target_kind', TargetKind::File->value)->groupBy('r.target_key')->select('r.target_key');
        $missing = DB::query()->fromSub($targets, 'targets')->whereNotExists(static fn (Builder $there) => $there->from('documents as t')
            ->where('t.workspace_id', $workspace->id)->whereColumn('t.path_key', 'target_key')->whereNull('t.dropped_at')->where('t.is_gone', false))->pluck('target_key')->all();
        $paths = [];
        foreach (array_chunk($missing, 500) as $keys) {
            array_push($paths, ...DB::table('document_references')->where('workspace_id', $workspace->id)->whereIn('target_key', $keys)->groupBy('target_key')->pluck(DB::raw('min(target_path)'))->all());
        }

        return $paths;
    }

    /** The references of what is on the screen: a draft's where there is one, else the saved content's. */
    public static function working(Workspace $workspace): Builder
    {
        return DB::table('document_references as r')
            ->join('documents as d', 'd.id', '=', 'r.document_id')
            ->leftJoin('drafts', 'drafts.document_id', '=', 'r.document_id')
            ->where('r.workspace_id', $workspace->id)
            ->whereNull('d.dropped_at')
            ->where('d.is_gone', false)
            ->whereRaw('r.in_draft = (drafts.document_id is not null)');
    }
}
