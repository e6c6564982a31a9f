<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Workspace;
use App\Support\ManyValues;
use Hafenbuch\Core\Reference\TargetKind;
use Illuminate\Database\Query\Builder;
use Illuminate\Database\Query\JoinClause;
use Illuminate\Support\Facades\DB;

/** References whose target is missing, over the working contents of a workspace. */
final class Strays
{
    /** By what references are found that lead to a path. */
    private const BY_TARGET = 'document_references_workspace_id_target_key_index';

    /** @return list<string> the paths that working contents point at and that no document has */
    public static function paths(Workspace $workspace): array
    {
        $paths = [];
        foreach (self::workingToMissing($workspace) as $references) {
            array_push($paths, ...$references->groupBy('r.target_key')->selectRaw('min(r.target_path) as path')->pluck('path')->all());
        }

        return $paths;
    }

    /** @return list<Builder> the references of what is on the screen that miss their file, in portions */
    public static function workingToMissing(Workspace $workspace): array
    {
        $keys = self::missingKeys($workspace)->pluck('target_key')->all();

        return array_map(static fn (array $some): Builder => ManyValues::among(self::working($workspace), 'r.target_key', $some)->where('r.target_kind', TargetKind::File->value), ManyValues::portions($keys));
    }

    /** All references that miss their file, in saved contents too where drafts are on the screen. */
    public static function toMissing(Workspace $workspace): Builder
    {
        // In this order: there are far more references than such paths.
        return DB::query()->fromSub(self::missingKeys($workspace)->select('target_key'), 'missing')->join(DB::raw('document_references as r force index ('.self::BY_TARGET.')'), static fn (JoinClause $same) => $same->on('r.target_key', 'missing.target_key')->where('r.workspace_id', $workspace->id))
            ->where('r.target_kind', TargetKind::File->value)->selectRaw('straight_join r.target_kind, r.target_path, r.address');
    }

    /** Keys of paths that any reference points at and that no document has. */
    private static function missingKeys(Workspace $workspace): Builder
    {
        $targets = DB::table('document_references')->where('workspace_id', $workspace->id)->whereNotNull('target_key')->groupBy('target_key')->select('target_key');

        return DB::query()->fromSub($targets, 'targets')->whereNotExists(static fn (Builder $there) => $there->from('documents as t')
            ->where('t.workspace_id', $workspace->id)->whereColumn('t.path_key', 'target_key')->whereNull('t.dropped_at')->where('t.is_gone', false));
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
