<?php

declare(strict_types=1);

namespace App\Relink;

use App\Models\Document;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\Index\SnapshotReader;
use App\Workspace\Settings;
use Hafenbuch\Core\Path\Path;
use Illuminate\Support\Facades\DB;

/** Files that nothing refers to, at any depth, counted from documents that people start from. */
final readonly class UnusedFiles
{
    private const CHUNK = 5000;

    public function __construct(private SnapshotReader $snapshots) {}

    /**
     * @param  list<string>  $starts  paths of documents, or of folders for all that is below them
     * @param  bool  $withStaying  whether those are among them that stay anyway
     * @return list<object{id: string, path: string, size: int}> by path
     *
     * @throws Refused where a start is none
     */
    public function from(Workspace $workspace, array $starts, bool $withStaying = false): array
    {
        $ids = self::idsOf($workspace, $starts);
        $used = array_fill_keys([...$ids, ...$this->snapshots->unsaved($workspace)->graph()->walk()->below($ids)], true);
        $stays = $withStaying ? [] : array_fill_keys(Settings::of($workspace)->stays(), true);
        $unused = [];
        $after = '';
        do {
            $rows = DB::table('documents')->where('workspace_id', $workspace->id)->where('id', '>', $after)->whereNull('dropped_at')
                ->orderBy('id')->limit(self::CHUNK)->get(['id', 'path', 'size', 'saved_hash', 'is_gone']);
            foreach ($rows as $row) {
                $after = $row->id;
                if ($row->saved_hash !== null && ! $row->is_gone && ! isset($used[$row->id]) && ! isset($stays[$row->path])) {
                    $unused[$row->path] = $row;
                }
            }
        } while (count($rows) === self::CHUNK);
        ksort($unused, SORT_STRING);

        return array_values($unused);
    }

    /**
     * @param  list<string>  $starts
     * @return list<string>
     */
    private static function idsOf(Workspace $workspace, array $starts): array
    {
        $ids = [];
        foreach ($starts as $start) {
            $path = Path::of(rtrim($start, '/'))->value;
            $documents = Document::query()->kept()->where('workspace_id', $workspace->id);
            $found = $documents->where(static fn ($where) => $where->where('path_key', Document::key($path))->orWhere('path', 'like', addcslashes($path, '%_\\').'/%'))->pluck('id')->all();
            array_push($ids, ...($found !== [] ? $found : throw Refused::because("There is no document {$path} to start from. Name the documents that people open first.")));
        }

        return $ids !== [] ? array_values(array_unique($ids)) : throw Refused::because('Name the documents from which it is to be counted what is used.');
    }
}
