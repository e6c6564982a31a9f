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
    private const CHUNK = 1000;

    /** @return array{references: int, strays: int} */
    public static function counts(Workspace $workspace): array
    {
        // What points at no possible path has no key.
        $strays = self::working($workspace)->where('r.target_kind', TargetKind::Nothing->value)->whereNull('r.target_key')->count();
        foreach (array_chunk(self::missing($workspace), self::CHUNK) as $keys) {
            $strays += self::working($workspace)->whereIn('r.target_kind', [TargetKind::File->value, TargetKind::Nothing->value])->whereIn('r.target_key', $keys)->count();
        }

        return ['references' => self::references($workspace), 'strays' => $strays];
    }

    /** @return list<string> the paths that working contents point at and that no document has */
    public static function paths(Workspace $workspace): array
    {
        $paths = [];
        foreach (array_chunk(self::missing($workspace), self::CHUNK) as $keys) {
            array_push($paths, ...self::working($workspace)->where('r.target_kind', TargetKind::File->value)->whereIn('r.target_key', $keys)
                ->groupBy('r.target_key')->selectRaw('min(r.target_path) as path')->pluck('path')->all());
        }

        return $paths;
    }

    /**
     * All references are counted, and those that are not on the screen taken off: they are few, and counting all looks at an index only.
     */
    private static function references(Workspace $workspace): int
    {
        $all = static fn (): Builder => DB::table('document_references as r')->where('r.workspace_id', $workspace->id);
        $away = static fn (): Builder => DB::table('documents as d')->where('d.workspace_id', $workspace->id)->where(static fn (Builder $either) => $either->whereNotNull('d.dropped_at')->orWhere('d.is_gone', true));
        $behind = DB::table('drafts as w')->join('documents as d', 'd.id', '=', 'w.document_id')->join('document_references as r', 'r.document_id', '=', 'w.document_id')
            ->where('d.workspace_id', $workspace->id)->whereNull('d.dropped_at')->where('d.is_gone', false)->where('r.in_draft', false)->count();

        return $all()->count() - $behind - $away()->join('document_references as r', 'r.document_id', '=', 'd.id')->count();
    }

    /** @return list<string> keys of paths that any reference points at and that no document has */
    private static function missing(Workspace $workspace): array
    {
        $targets = DB::table('document_references')->where('workspace_id', $workspace->id)->whereNotNull('target_key')->groupBy('target_key')->select('target_key');

        return array_values(DB::query()->fromSub($targets, 'targets')->whereNotExists(static fn (Builder $there) => $there->from('documents as t')
            ->where('t.workspace_id', $workspace->id)->whereColumn('t.path_key', 'target_key')->whereNull('t.dropped_at')->where('t.is_gone', false))->pluck('target_key')->all());
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
