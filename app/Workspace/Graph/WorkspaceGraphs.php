<?php

declare(strict_types=1);

namespace App\Workspace\Graph;

use App\Models\Document;
use App\Models\Workspace;
use App\Workspace\Kept\KeptFile;
use App\Workspace\Kept\TouchedRow;
use App\Workspace\Kept\Touches;
use Hafenbuch\Core\Reference\Graph;
use Illuminate\Support\Facades\DB;

/**
 * Which documents of a workspace refer to which, all of them and as the tables have it now. Most of it comes from a file; of the documents
 * whose rows were touched since, and of those that point at a path that another document has got, it is read anew.
 */
final readonly class WorkspaceGraphs
{
    /**
     * Of more documents the file is written anew, so that the next question does not ask for them again: each costs every question
     * about as much as writing it costs for a hundred documents.
     */
    private const MOST = 100;

    private const LEAST = 8;

    private const DOCUMENTS_FOR_ONE = 1000;

    private const FAR = 2;

    private const COUNTED = 500;

    /** Of fewer each is asked for by itself. */
    private const MANY_ASKED = 20;

    /** Microseconds. */
    private const LITTLE = 20_000;

    /** @param int $little microseconds, as what is better found out each time than kept */
    public function __construct(private int $little = self::LITTLE) {}

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
        return WholeGraph::read($workspace)->graph;
    }

    /**
     * Compares what is kept with what the tables say, and keeps it anew where they differ.
     *
     * @return list<string> the ids of documents of which something else is kept: to what they refer, or what is nearest below them
     */
    public function check(Workspace $workspace): array
    {
        $unsaved = Document::unsavedIds($workspace);
        [$keptFile, $plainFile] = [$this->latest($workspace), WholeGraph::read($workspace)];
        [$kept, $plain] = [$keptFile->graph, $plainFile->graph];
        $ids = $plain->nodes()->all();
        $sorted = static function (array $targets): array {
            sort($targets);

            return $targets;
        };
        [$keptNearest, $nearest] = [$kept->nearness()->below($unsaved, $ids), $plain->nearness()->below($unsaved)];
        $wrong = array_values(array_filter($ids, static fn (string $id): bool => $sorted($kept->targetsOf($id)) !== $sorted($plain->targetsOf($id))
            || $keptFile->countOf($id) !== $plainFile->countOf($id) || ($keptNearest[$id][1] ?? null) !== ($nearest[$id][1] ?? null)));
        if ($wrong !== [] && DB::transactionLevel() === 0) {
            $plainFile->write(storage_path("graphs/{$workspace->id}"), $unsaved);
        }

        return $wrong;
    }

    /**
     * The graph with what is known of each document's references.
     *
     * @param  int  $asked  of so many documents it will be asked what unsaved one is nearest below
     */
    public function latest(Workspace $workspace, int $asked = 0): GraphFile
    {
        $latest = $this->asTheTablesAre($workspace);

        return $asked < self::MANY_ASKED || DB::transactionLevel() > 0 ? $latest : $this->settled($workspace, $latest);
    }

    private function settled(Workspace $workspace, GraphFile $latest): GraphFile
    {
        $unsaved = Document::unsavedIds($workspace);
        if ($latest->graph->nearness()->farFrom($unsaved) < $this->little) {
            return $latest;
        }
        [$path, $which] = [storage_path("graphs/{$workspace->id}-nearest"), LastGraph::which()];
        $kept = NearestFile::laidOver($path, $which, $latest->graph) ?? $latest->graph;
        if ($kept->nearness()->farFrom($unsaved) < $this->little) {
            return $latest->withGraph($kept);
        }
        $settled = $kept->nearness()->settled($unsaved);
        NearestFile::write($path, $which, $latest->graph, $settled);

        return $latest->withGraph($settled);
    }

    private function asTheTablesAre(Workspace $workspace): GraphFile
    {
        $path = storage_path("graphs/{$workspace->id}");
        // What is not committed yet may never be.
        $isKept = DB::transactionLevel() === 0;
        $file = LastGraph::read($path);
        $changed = $file?->rows->changed($workspace);
        if ($file === null || $changed === null) {
            $file = WholeGraph::read($workspace);

            return $isKept ? $this->kept($workspace, $file, $path) : $file;
        }
        $many = max(self::LEAST, min(self::MOST, intdiv($file->graph->nodes()->count(), self::DOCUMENTS_FOR_ONE)));
        if (! $isKept || ! $file->rows->areOutgrown(count($changed), $many)) {
            return $changed === [] ? $file : $this->overlaid($workspace, $file, $changed);
        }
        $door = storage_path("graphs/renewing-{$workspace->id}");
        $renewing = KeptFile::alone($door);
        if ($renewing === null && count($changed) > self::FAR * $many) {
            // Where all work out for themselves what one is about to write, that one comes to no end.
            KeptFile::wait($door);
            $file = LastGraph::read($path) ?? $file;
            $changed = $file->rows->changed($workspace);
        }
        if ($renewing === null) {
            return match ($changed) {
                null => WholeGraph::read($workspace),
                [] => $file,
                default => $this->overlaid($workspace, $file, $changed),
            };
        }
        try {
            return $this->renewed($workspace, $file, $path);
        } finally {
            fclose($renewing);
        }
    }

    private function renewed(Workspace $workspace, GraphFile $file, string $path): GraphFile
    {
        // Counted before the rows are read: what comes in between is then seen once more.
        $now = Touches::now($workspace);
        $changed = $file->rows->changed($workspace);
        if ($changed === null) {
            return $this->kept($workspace, WholeGraph::read($workspace), $path);
        }
        $next = $this->overlaid($workspace, $file, $changed);
        if ($now->count > self::COUNTED && count($changed) <= self::MOST) {
            // In the middle of somebody’s write, and after many rows were touched, it would count all of these at every question.
            return $next;
        }
        $next = $next->graph->nodes()->areSorted() ? $next->knowing($next->rows->touched($now)) : WholeGraph::read($workspace);

        return $this->kept($workspace, $next, $path);
    }

    /** The same out of its file, of which only what is asked for is read: what it was made of takes far more memory. */
    private function kept(Workspace $workspace, GraphFile $made, string $path): GraphFile
    {
        return $made->write($path, Document::unsavedIds($workspace)) ? LastGraph::read($path) ?? $made : $made;
    }

    /** @param list<TouchedRow> $changed */
    private function overlaid(Workspace $workspace, GraphFile $file, array $changed): GraphFile
    {
        // In the middle of a transaction a row may have its stamp already, and its references not yet.
        return DB::transactionLevel() > 0 ? $this->laidOver($workspace, $file, $changed) : LastGraph::with($file, $changed, fn (): GraphFile => $this->laidOver($workspace, $file, $changed));
    }

    /** @param list<TouchedRow> $changed */
    private function laidOver(Workspace $workspace, GraphFile $file, array $changed): GraphFile
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
}
