<?php

declare(strict_types=1);

namespace App\Relink;

use App\Models\Document;
use App\Models\Workspace;
use App\Support\ManyValues;
use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Relink\LostFile;
use Illuminate\Support\Facades\DB;

/** What is known of files that are missed: a document whose file is gone keeps what it last held, and one that was taken away has its entry. */
final class LostFiles
{
    /**
     * @param  list<string>  $paths
     * @return list<LostFile> in that order
     */
    public static function at(Workspace $workspace, array $paths): array
    {
        $gone = $dropped = [];
        foreach (ManyValues::portions(array_map(Document::key(...), $paths)) as $keys) {
            foreach (ManyValues::among(DB::table('documents'), 'path_key', $keys)->where('workspace_id', $workspace->id)->orderBy('updated_at')->get(['id', 'path', 'saved_hash', 'size', 'seen_at', 'is_gone', 'dropped_at']) as $row) {
                if ($row->is_gone && $row->saved_hash !== null) {
                    $gone[$row->path] = new LostFile($row->path, $row->saved_hash, (int) $row->size, (int) $row->seen_at ?: null);
                } elseif ($row->dropped_at !== null) {
                    $dropped[$row->id] = $row->path;
                }
            }
        }
        $deleted = self::deleted($dropped);

        return array_map(static fn (string $path): LostFile => $gone[$path] ?? $deleted[$path] ?? new LostFile($path), $paths);
    }

    /**
     * @param  array<string, string>  $documents  id to path
     * @return array<string, LostFile> by path
     */
    private static function deleted(array $documents): array
    {
        $lost = [];
        foreach (ManyValues::portions(array_map(strval(...), array_keys($documents))) as $ids) {
            $lines = ManyValues::among(DB::table('operation_lines as l')->join('operations as o', 'o.id', '=', 'l.operation_id'), 'l.document_id', $ids)->where('l.action', Action::Remove->value)->whereNotNull('l.before_hash')
                ->orderBy('o.number')->get(['l.document_id', 'l.path', 'l.before_hash', 'l.before_size', 'o.number', 'o.created_at']);
            foreach ($lines as $line) {
                if ($documents[$line->document_id] === $line->path) {
                    $lost[$line->path] = new LostFile($line->path, $line->before_hash, $line->before_size === null ? null : (int) $line->before_size, (int) strtotime($line->created_at), (int) $line->number);
                }
            }
        }

        return $lost;
    }
}
