<?php

declare(strict_types=1);

namespace App\Index;

use App\Models\Workspace;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** References whose target is missing, counted over the working contents of a workspace. */
final class Strays
{
    public static function count(Workspace $workspace): int
    {
        return self::working($workspace)
            ->whereIn('r.target_kind', ['file', 'nothing'])
            ->leftJoin('documents as t', function ($join): void {
                $join->on('t.workspace_id', '=', 'r.workspace_id')->on('t.path_key', '=', 'r.target_key')
                    ->whereNull('t.dropped_at')->where('t.is_gone', false);
            })
            ->whereNull('t.id')
            ->count();
    }

    public static function countReferences(Workspace $workspace): int
    {
        return self::working($workspace)->count();
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
