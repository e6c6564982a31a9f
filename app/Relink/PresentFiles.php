<?php

declare(strict_types=1);

namespace App\Relink;

use App\Models\Workspace;
use Hafenbuch\Core\Relink\PresentFile;
use Illuminate\Support\Facades\DB;

/** All files of a workspace, as far as they are there, one after the other. */
final class PresentFiles
{
    private const CHUNK = 5000;

    /** @return \Generator<PresentFile> */
    public static function of(Workspace $workspace): \Generator
    {
        $after = '';
        do {
            // More conditions would lead the database to another index, and to sorting all of them for each portion.
            $rows = DB::table('documents')->where('workspace_id', $workspace->id)->where('id', '>', $after)->whereNull('dropped_at')->orderBy('id')->limit(self::CHUNK)->get(['id', 'path', 'saved_hash', 'size', 'is_gone']);
            foreach ($rows as $row) {
                $after = $row->id;
                if (! $row->is_gone && $row->saved_hash !== null) {
                    yield new PresentFile($row->path, $row->saved_hash, (int) $row->size);
                }
            }
        } while (count($rows) === self::CHUNK);
    }
}
