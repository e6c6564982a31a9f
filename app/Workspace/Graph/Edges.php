<?php

declare(strict_types=1);

namespace App\Workspace\Graph;

use App\Models\Workspace;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Reads from the tables which documents refer to which, by what is on the screen. */
final readonly class Edges
{
    private const CHUNK = 1000;

    public function __construct(private Workspace $workspace) {}

    /**
     * @param  list<string>  $ids
     * @return array<string, list<string>> by each of the ids: the documents that it refers to
     */
    public function of(array $ids): array
    {
        $keys = [];
        $edges = array_fill_keys($ids, []);
        foreach (array_chunk($ids, self::CHUNK) as $chunk) {
            foreach ($this->references()->whereIn('r.document_id', $chunk)->get(['r.document_id', 'r.target_key']) as $row) {
                $edges[$row->document_id][] = $row->target_key;
                $keys[$row->target_key] = true;
            }
        }
        $documents = $this->documentsAt(array_map(strval(...), array_keys($keys)));

        return array_map(static fn (array $targets): array => array_values(array_unique(array_filter(array_map(static fn (string $key): ?string => $documents[$key] ?? null, $targets)))), $edges);
    }

    /**
     * Those whose saved content or draft points at one of the paths.
     *
     * @param  list<string>  $keys  of paths
     * @return list<string> ids
     */
    public function referrers(array $keys): array
    {
        $ids = [];
        foreach (array_chunk($keys, self::CHUNK) as $chunk) {
            $ids += DB::table('document_references')->where('workspace_id', $this->workspace->id)->whereIn('target_key', $chunk)->distinct()->pluck('document_id', 'document_id')->all();
        }

        return array_values($ids);
    }

    /** The references of what is on the screen, to files. */
    public function references(): Builder
    {
        return DB::table('document_references as r')->join('documents as d', 'd.id', '=', 'r.document_id')->leftJoin('drafts as w', 'w.document_id', '=', 'r.document_id')
            ->whereRaw('r.in_draft = (w.document_id is not null)')->where('r.target_kind', 'file')->whereNull('d.dropped_at');
    }

    /**
     * @param  list<string>  $keys  of paths
     * @return array<string, string> id by key; of two documents for one path the one that has the file
     */
    private function documentsAt(array $keys): array
    {
        $found = [];
        foreach (array_chunk($keys, self::CHUNK) as $chunk) {
            $rows = DB::table('documents')->where('workspace_id', $this->workspace->id)->whereIn('path_key', $chunk)->whereNull('dropped_at')
                ->orderByRaw('saved_hash is null desc')->orderByDesc('id')->get(['id', 'path_key']);
            foreach ($rows as $row) {
                // The last one stays: it has the file, or is the oldest.
                $found[$row->path_key] = $row->id;
            }
        }

        return $found;
    }
}
