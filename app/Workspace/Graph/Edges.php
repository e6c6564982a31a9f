<?php

declare(strict_types=1);

namespace App\Workspace\Graph;

use App\Models\Workspace;
use App\Support\ManyValues;
use Hafenbuch\Core\Reference\TargetKind;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Reads from the tables which documents refer to which, by what is on the screen. */
final readonly class Edges
{
    public function __construct(private Workspace $workspace) {}

    /**
     * @param  list<string>  $ids
     * @return array{array<string, list<string>>, array<string, array{int, int}>} by each of the ids: the documents that it refers to; and
     *                                                                            how many references it has, with the strays among them
     */
    public function of(array $ids): array
    {
        $keys = $rows = [];
        foreach (ManyValues::portions($ids) as $chunk) {
            foreach (ManyValues::among($this->references(), 'r.document_id', $chunk)->get(['r.document_id', 'r.target_kind', 'r.target_key']) as $row) {
                $rows[] = $row;
                $keys[$row->target_key ?? ''] = true;
            }
        }
        unset($keys['']);
        $documents = $this->documentsAt(array_map(strval(...), array_keys($keys)));
        $edges = array_fill_keys($ids, []);
        $counts = array_fill_keys($ids, [0, 0]);
        foreach ($rows as $row) {
            [$target, $isThere] = $documents[$row->target_key ?? ''] ?? [null, false];
            $counts[$row->document_id][0]++;
            $counts[$row->document_id][1] += self::leadsToAFile($row->target_kind) && ! $isThere ? 1 : 0;
            if ($target !== null && $row->target_kind === TargetKind::File->value) {
                $edges[$row->document_id][$target] = $target;
            }
        }

        return [array_map(array_values(...), $edges), $counts];
    }

    /** Whether a reference of this kind is a stray where nothing is. */
    public static function leadsToAFile(string $kind): bool
    {
        return $kind === TargetKind::File->value || $kind === TargetKind::Nothing->value;
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
        foreach (ManyValues::portions($keys) as $chunk) {
            $ids += ManyValues::among(DB::table('document_references'), 'target_key', $chunk)->where('workspace_id', $this->workspace->id)->pluck('document_id', 'document_id')->all();
        }

        return array_values($ids);
    }

    /** The references of what is on the screen. */
    public function references(): Builder
    {
        return DB::table('document_references as r')->join('documents as d', 'd.id', '=', 'r.document_id')->leftJoin('drafts as w', 'w.document_id', '=', 'r.document_id')
            ->whereRaw('r.in_draft = (w.document_id is not null)')->whereNull('d.dropped_at');
    }

    /**
     * @param  list<string>  $keys  of paths
     * @return array<string, array{string, bool}> by key: the document; of two for one path the one that has the file; and whether one of them is there
     */
    private function documentsAt(array $keys): array
    {
        $found = [];
        foreach (ManyValues::portions($keys) as $chunk) {
            $rows = ManyValues::among(DB::table('documents'), 'path_key', $chunk)->where('workspace_id', $this->workspace->id)->whereNull('dropped_at')
                ->orderByRaw('saved_hash is null desc')->orderByDesc('id')->get(['id', 'path_key', 'is_gone']);
            foreach ($rows as $row) {
                // The last one stays: it has the file, or is the oldest.
                $found[$row->path_key] = [$row->id, ! $row->is_gone || ($found[$row->path_key][1] ?? false)];
            }
        }

        return $found;
    }
}
