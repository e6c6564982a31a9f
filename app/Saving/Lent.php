<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Workspace;
use Hafenbuch\Core\Plan\Choice;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** Which documents are with someone in a crate that was packed to be worked on. */
final class Lent
{
    private const CHUNK = 1000;

    /**
     * @param  array<string, Choice>  $choices  by document id
     * @return array<string, string> by document id: to whom, and since when, in words
     */
    public static function among(Workspace $workspace, array $choices): array
    {
        $lent = [];
        foreach (array_chunk(array_map(strval(...), array_keys($choices)), self::CHUNK) as $ids) {
            $rows = DB::table('crates')->join('crate_documents', 'crate_documents.crate_id', '=', 'crates.id')->where('workspace_id', $workspace->id)->where('is_lent', true)->whereNull('ended_at')
                ->whereIn('document_id', $ids)->orderBy('crates.id')->get(['document_id', 'recipient', 'name', 'crates.at']);
            foreach ($rows as $row) {
                $lent[$row->document_id] = ($row->recipient ?? 'someone')." in the crate “{$row->name}” since ".Carbon::parse($row->at)->format('j F Y');
            }
        }

        return $lent;
    }
}
