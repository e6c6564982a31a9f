<?php

declare(strict_types=1);

namespace App\Workspace\Graph;

use App\Models\Document;
use App\Models\Workspace;
use App\Workspace\Kept\KnownRows;
use App\Workspace\Kept\TouchedRow;
use App\Workspace\Kept\Touches;
use Hafenbuch\Core\Reference\Graph;
use Hafenbuch\Core\Reference\TargetKind;
use Illuminate\Support\Facades\DB;

/**
 * Which documents of a workspace refer to which, all of them and as the tables have it now. Most of it comes from a file; of the documents
 * whose rows were touched since, and of those that point at a path that another document has got, it is read anew.
 */
final readonly class WorkspaceGraphs
{
    /** Of more documents the file is written anew, so that the next question does not ask for them again. */
    private const MANY = 100;

    private const CHUNK = 20_000;

    public function of(Workspace $workspace): Graph
    {
        return $this->latest($workspace)->graph;
    }

    /** @return array{references: int, strays: int} of what is on the screen, in all documents that are there */
    public function counts(Workspace $workspace): array
    {
        return $this->latest($workspace)->sums();
    }

    /** The graph made from the tables alone. */
    public function anew(Workspace $workspace): Graph
    {
        return $this->build($workspace)->graph;
    }

    /**
     * Compares what is kept with what the tables say, and keeps it anew where they differ.
     *
     * @return list<string> the ids of documents of which something else is kept: to what they refer, or what is nearest below them
     */
    public function check(Workspace $workspace): array
    {
        $unsaved = Document::unsavedIds($workspace);
        [$keptFile, $plainFile] = [$this->latest($workspace), $this->build($workspace)];
        [$kept, $plain] = [$keptFile->graph, $plainFile->graph];
        $ids = $plain->nodes()->all();
        $sorted = static function (array $targets): array {
            sort($targets);

            return $targets;
        };
        [$keptNearest, $nearest] = [$kept->nearestBelow($unsaved, $ids), $plain->nearestBelow($unsaved)];
        $wrong = array_values(array_filter($ids, static fn (string $id): bool => $sorted($kept->targetsOf($id)) !== $sorted($plain->targetsOf($id))
            || $keptFile->countOf($id) !== $plainFile->countOf($id) || ($keptNearest[$id][1] ?? null) !== ($nearest[$id][1] ?? null)));
        if ($wrong !== [] && DB::transactionLevel() === 0) {
            $plainFile->write(storage_path("graphs/{$workspace->id}"), $unsaved);
        }

        return $wrong;
    }

    /** The graph with what is known of each document's references. */
    public function latest(Workspace $workspace): GraphFile
    {
        $path = storage_path("graphs/{$workspace->id}");
        // What is not committed yet may never be.
        $isKept = DB::transactionLevel() === 0;
        $file = GraphFile::read($path);
        if ($file === null || ! $file->rows->areOfThisPast()) {
            $file = $this->build($workspace);
            if ($isKept) {
                $file->write($path, Document::unsavedIds($workspace));
            }

            return $file;
        }
        $changed = $file->rows->changed($workspace);
        if (! $isKept || ! $file->rows->areOutgrown(count($changed), self::MANY)) {
            return $changed === [] ? $file : $this->overlaid($workspace, $file, $changed);
        }
        // Counted before the rows are read: what comes in between is then seen once more.
        $now = Touches::now($workspace);
        $next = $this->overlaid($workspace, $file, $file->rows->changed($workspace));
        $next = $next->isSorted() ? $next->knowing($next->rows->touched($now)) : $this->build($workspace);
        $next->write($path, Document::unsavedIds($workspace));

        return $next;
    }

    /** @param list<TouchedRow> $changed */
    private function overlaid(Workspace $workspace, GraphFile $file, array $changed): GraphFile
    {
        $edges = new Edges($workspace);
        $ids = $paths = [];
        foreach ($changed as $row) {
            $ids[$row->id] = true;
            $before = $file->keyOf($row->id);
            // Who points at a path points at another document, or at none, where it changes hands.
            if ($before !== $row->pathKey || $row->isDropped || $file->fileOf($row->id) !== $row->file) {
                $paths[$row->pathKey] = true;
                $paths[$before ?? $row->pathKey] = true;
            }
        }
        $ids += array_fill_keys($edges->referrers(array_map(strval(...), array_keys($paths))), true);

        [$targets, $counts] = $edges->of(array_map(strval(...), array_keys($ids)));

        return $file->with($file->graph->with($targets), $changed, $counts);
    }

    private function build(Workspace $workspace): GraphFile
    {
        $touches = Touches::now($workspace);
        $ids = $numbers = $alsoThere = [];
        $keys = $files = $times = '';
        $after = '';
        do {
            $rows = DB::table('documents')->where('workspace_id', $workspace->id)->whereNull('dropped_at')->where('id', '>', $after)->orderBy('id')->limit(self::CHUNK)
                ->selectRaw('id, path_key, '.TouchedRow::FILE.' as file, '.Touches::TOUCHED.' as touched')->get();
            foreach ($rows as $row) {
                $key = (string) hex2bin($row->path_key);
                $number = count($ids);
                $ids[] = $after = $row->id;
                $times .= pack('P', $row->touched);
                $keys .= $key;
                $files .= $row->file;
                // Of two documents for one path the one that has the file, else the oldest, is what others point at.
                $other = $numbers[$key] ?? null;
                if ($other === null || ($row->file !== TouchedRow::NO_FILE && $files[$other] === TouchedRow::NO_FILE)) {
                    $numbers[$key] = $number;
                }
                if ($other !== null) {
                    $alsoThere[$key] = ($alsoThere[$key] ?? false) || $row->file !== TouchedRow::GONE || $files[$other] !== TouchedRow::GONE;
                }
            }
        } while (count($rows) === self::CHUNK);
        unset($rows);
        $targets = array_fill(0, count($ids), []);
        $references = $strays = array_fill(0, count($ids), 0);
        $byId = array_flip($ids);
        $edges = new Edges($workspace);
        $last = 0;
        do {
            $rows = $edges->references()->where('r.workspace_id', $workspace->id)->where('r.id', '>', $last)->orderBy('r.id')->limit(self::CHUNK)->get(['r.id', 'r.document_id', 'r.target_kind', 'r.target_key']);
            foreach ($rows as $row) {
                $last = $row->id;
                $source = $byId[$row->document_id] ?? null;
                if ($source === null) {
                    continue;
                }
                $key = (string) hex2bin($row->target_key ?? '');
                $target = $numbers[$key] ?? null;
                $isThere = $target !== null && ($files[$target] !== TouchedRow::GONE || ($alsoThere[$key] ?? false));
                $references[$source]++;
                $strays[$source] += Edges::leadsToAFile($row->target_kind) && ! $isThere ? 1 : 0;
                if ($target !== null && $target !== $source && $row->target_kind === TargetKind::File->value && ! in_array($target, $targets[$source], true)) {
                    $targets[$source][] = $target;
                }
            }
        } while (count($rows) === self::CHUNK);
        $graph = Graph::of($ids, $targets);
        $counts = new ReferenceCounts(pack('V*', ...$references), pack('V*', ...$strays));

        return new GraphFile($graph, new KnownRows($graph->nodes(), $times, $touches), $counts, $keys, $files);
    }
}
