<?php

declare(strict_types=1);

namespace App\Workspace\Graph;

use App\Models\Workspace;
use Hafenbuch\Core\Reference\Graph;
use Illuminate\Support\Facades\DB;

/**
 * Which documents of a workspace refer to which, all of them and as the tables have it now. Most of it comes from a file; of the documents
 * whose rows were touched since, and of those that point at a path that another document has got, it is read anew.
 */
final readonly class WorkspaceGraphs
{
    /** A row can be committed so long after the time that it bears, in seconds. */
    private const COMMIT_SECONDS = 60;

    /** Of more documents the file is written anew, so that the next question does not ask for them again. */
    private const MANY = 100;

    private const CHUNK = 20_000;

    private const TOUCHED = "timestampdiff(microsecond, '1970-01-01', touched_at)";

    public function of(Workspace $workspace): Graph
    {
        return $this->current($workspace)->graph;
    }

    /** The graph made from the tables alone. */
    public function anew(Workspace $workspace): Graph
    {
        return $this->build($workspace, self::now())->graph;
    }

    private function current(Workspace $workspace): GraphFile
    {
        $now = self::now();
        $path = storage_path("graphs/{$workspace->id}");
        // What is not committed yet may never be.
        $isKept = DB::transactionLevel() === 0;
        $file = GraphFile::read($path);
        if ($file === null || ! $this->isOfThisPast($file)) {
            $file = $this->build($workspace, $now);
            if ($isKept) {
                $file->write($path);
            }

            return $file;
        }
        $rows = $this->touchedSince($workspace, $file->readAt - self::COMMIT_SECONDS * 1_000_000);
        $changed = $this->changed($file, $rows);
        $next = $changed === [] ? $file : $this->overlaid($workspace, $file, $changed, $now);
        // Rows that were touched long ago need not be looked through again and again.
        if ($isKept && (count($changed) > self::MANY || (count($rows) > self::MANY && $now - $file->readAt > self::COMMIT_SECONDS * 1_000_000))) {
            (new GraphFile($next->graph, $next->keys, $next->files, $next->touched, $now))->write($path);
        }

        return $next;
    }

    /** A database that was put back to an earlier state, or is another one, does not have what the file was made of. */
    private function isOfThisPast(GraphFile $file): bool
    {
        if ($file->touched === []) {
            return true;
        }
        $newest = (int) array_search(max($file->touched), $file->touched, true);
        $touched = DB::table('documents')->where('id', $file->graph->nodes()[$newest])->selectRaw(self::TOUCHED.' as touched')->value('touched');

        return $touched !== null && (int) $touched >= $file->touched[$newest];
    }

    private static function now(): int
    {
        return (int) DB::scalar("select timestampdiff(microsecond, '1970-01-01', now(6))");
    }

    /** @return list<object{id: string, path_key: string, has_file: int, is_dropped: int, touched: int}> */
    private function touchedSince(Workspace $workspace, int $from): array
    {
        return DB::table('documents')->where('workspace_id', $workspace->id)->whereRaw("touched_at >= timestampadd(microsecond, ?, '1970-01-01')", [$from])
            ->selectRaw('id, path_key, saved_hash is not null as has_file, dropped_at is not null as is_dropped, '.self::TOUCHED.' as touched')->get()->all();
    }

    /**
     * @param  list<object{id: string, path_key: string, has_file: int, is_dropped: int, touched: int}>  $rows
     * @return list<object{id: string, path_key: string, has_file: int, is_dropped: int, touched: int, node: ?int}> those that are not in the file as they are
     */
    private function changed(GraphFile $file, array $rows): array
    {
        $changed = [];
        foreach ($rows as $row) {
            $row->node = $file->graph->numberOf($row->id);
            if ($row->node === null ? ! $row->is_dropped : $file->touched[$row->node] !== (int) $row->touched) {
                $changed[] = $row;
            }
        }

        return $changed;
    }

    /** @param list<object{id: string, path_key: string, has_file: int, is_dropped: int, touched: int, node: ?int}> $changed */
    private function overlaid(Workspace $workspace, GraphFile $file, array $changed, int $now): GraphFile
    {
        $edges = new Edges($workspace);
        $ids = $paths = [];
        foreach ($changed as $row) {
            $ids[$row->id] = true;
            $before = $row->node === null ? null : $file->keyOf($row->node);
            // Who points at a path points at another document, or at none, where it changes hands.
            if ($before !== $row->path_key || $row->is_dropped || $file->hasFile((int) $row->node) !== (bool) $row->has_file) {
                $paths[$row->path_key] = true;
                $paths[$before ?? $row->path_key] = true;
            }
        }
        $ids += array_fill_keys($edges->referrers(array_map(strval(...), array_keys($paths))), true);
        // One that was never among them, as it was discarded before, comes in as a node that leads nowhere.
        $graph = $file->graph->with($edges->of(array_map(strval(...), array_keys($ids))));
        [$keys, $files, $touched] = [$file->keys, $file->files, $file->touched];
        $count = count($graph->nodes());
        $keys = str_pad($keys, 32 * $count, "\0");
        $files = str_pad($files, $count, '0');
        $touched = array_pad($touched, $count, 0);
        foreach ($changed as $row) {
            $node = (int) $graph->numberOf($row->id);
            $keys = substr_replace($keys, (string) hex2bin($row->path_key), 32 * $node, 32);
            $files[$node] = $row->has_file ? '1' : '0';
            $touched[$node] = (int) $row->touched;
        }

        return new GraphFile($graph, $keys, $files, $touched, $file->readAt);
    }

    private function build(Workspace $workspace, int $now): GraphFile
    {
        $ids = $touched = $numbers = [];
        $keys = $files = '';
        $after = '';
        do {
            $rows = DB::table('documents')->where('workspace_id', $workspace->id)->whereNull('dropped_at')->where('id', '>', $after)->orderBy('id')->limit(self::CHUNK)
                ->selectRaw('id, path_key, saved_hash is not null as has_file, '.self::TOUCHED.' as touched')->get();
            foreach ($rows as $row) {
                $key = (string) hex2bin($row->path_key);
                $number = count($ids);
                $ids[] = $after = $row->id;
                $touched[] = (int) $row->touched;
                $keys .= $key;
                $files .= $row->has_file ? '1' : '0';
                // Of two documents for one path the one that has the file, else the oldest, is what others point at.
                if (! isset($numbers[$key]) || ($row->has_file && $files[$numbers[$key]] === '0')) {
                    $numbers[$key] = $number;
                }
            }
        } while (count($rows) === self::CHUNK);
        unset($rows);
        $targets = array_fill(0, count($ids), []);
        $byId = array_flip($ids);
        $edges = new Edges($workspace);
        $last = 0;
        do {
            $rows = $edges->references()->where('r.workspace_id', $workspace->id)->where('r.id', '>', $last)->orderBy('r.id')->limit(self::CHUNK)->get(['r.id', 'r.document_id', 'r.target_key']);
            foreach ($rows as $row) {
                $last = $row->id;
                $target = $numbers[(string) hex2bin($row->target_key)] ?? null;
                $source = $byId[$row->document_id] ?? null;
                if ($target !== null && $source !== null && $target !== $source && ! in_array($target, $targets[$source], true)) {
                    $targets[$source][] = $target;
                }
            }
        } while (count($rows) === self::CHUNK);

        return new GraphFile(Graph::of($ids, $targets), $keys, $files, $touched, $now);
    }
}
