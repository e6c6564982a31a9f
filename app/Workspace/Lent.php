<?php

declare(strict_types=1);

namespace App\Workspace;

use App\Models\Workspace;
use App\Support\ManyValues;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** Which documents are with someone in a crate that was packed to be worked on. */
final class Lent
{
    /**
     * @param  list<string>  $ids  of documents
     * @return array<string, string> by document id: to whom, and since when, in words
     */
    public static function among(Workspace $workspace, array $ids): array
    {
        $lent = [];
        // Mostly nothing is lent, which one question tells.
        if ($ids === [] || self::crates($workspace)->doesntExist()) {
            return [];
        }
        foreach (ManyValues::portions($ids) as $some) {
            foreach (ManyValues::among(self::crates($workspace)->join('crate_documents', 'crate_documents.crate_id', '=', 'crates.id'), 'document_id', $some)->orderBy('crates.id')->get(['document_id', 'recipient', 'name', 'crates.at']) as $row) {
                $lent[$row->document_id] = ($row->recipient ?? 'someone')." in the crate “{$row->name}” since ".Carbon::parse($row->at)->format('j F Y');
            }
        }

        return $lent;
    }

    private static function crates(Workspace $workspace): Builder
    {
        return DB::table('crates')->where('workspace_id', $workspace->id)->where('is_lent', true)->whereNull('ended_at');
    }
}
