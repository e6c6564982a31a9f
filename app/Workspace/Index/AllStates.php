<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Workspace;
use App\Support\ManyValues;
use App\Workspace\Files\FileList;
use App\Workspace\Graph\GraphFile;
use App\Workspace\Graph\WorkspaceGraphs;
use App\Workspace\StandingLocks;
use Hafenbuch\Core\Document\Access;
use Hafenbuch\Core\Document\BelowState;
use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Path\Path;
use Illuminate\Support\Facades\DB;

/**
 * The states of all documents of a workspace. Nearly all are plain: without a draft or a lock, with a file that is as it was last seen.
 * What such a one is on each axis is worked out once for all of its kind; only the others are looked at one by one.
 */
final readonly class AllStates
{
    /** Stands for the content of every plain document. */
    private const ANY = 'any';

    /** Between what is noted of a document; only its title, which comes last, may have it. */
    private const BETWEEN = "\0";

    public function __construct(private WorkspaceGraphs $graphs, private SnapshotReader $snapshots) {}

    /**
     * @param  bool  $named  whether with titles and formats; else both are empty
     * @return \Generator<StateRow> in any order
     */
    public function of(Workspace $workspace, bool $named = true): \Generator
    {
        $list = FileList::begin($workspace->root);
        $latest = $this->graphs->latest($workspace);
        $unsaved = self::ids(DB::table('documents')->join('drafts', 'drafts.document_id', '=', 'documents.id')->where('workspace_id', $workspace->id));
        $held = self::ids(DB::table('documents')->joinSub(StandingLocks::holders(), 'locks', 'locks.document_id', '=', 'documents.id')->where('workspace_id', $workspace->id));
        $hasUnsaved = $latest->graph->nearness()->marking(array_map(strval(...), array_keys($unsaved)));
        $strays = array_fill_keys($latest->withStrays(), true);
        $known = $others = [];
        $below = array_map(static fn (bool $hasStray): array => array_map(static fn (bool $hasUnsaved): string => BelowState::of($hasStray, $hasUnsaved)->value.self::BETWEEN, [false, true]), [false, true]);
        foreach ($this->rows($workspace, $named) as [$id, $path, $seen, $more]) {
            // Two documents can have one path for a while.
            if ($seen === null || $list === null || isset($unsaved[$id]) || isset($held[$id]) || isset($known[$path])) {
                $others[] = $id;
            } else {
                $known[$path] = FileList::known($seen, $below[(int) isset($strays[$id])][(int) $hasUnsaved($id)].$more);
            }
        }
        unset($unsaved, $held, $strays, $hasUnsaved);
        $plain = [];
        foreach ($list?->proved($known) ?? [] as [$path, $note, $isWritable]) {
            $noted = explode(self::BETWEEN, $note, 4);
            $state = $plain[$noted[0]][(int) $isWritable] ??= self::plain($isWritable, BelowState::from($noted[0]));
            yield new StateRow($path, $noted[3] ?? null, $noted[2] ?? '', $state);
        }
        foreach ($known as $one) {
            $others[] = explode(self::BETWEEN, FileList::noteOf($one))[1];
        }
        foreach (ManyValues::portions($others) as $ids) {
            yield from $this->oneByOne($workspace, $ids, $latest);
        }
    }

    private static function plain(bool $isWritable, BelowState $below): FourAxes
    {
        return FourAxes::of(new DocumentSnapshot('', '', self::ANY, null, null, OnDisk::file(self::ANY, '', $isWritable), $isWritable ? Access::writable() : Access::readOnly(), [], []), $below);
    }

    /**
     * @param  list<string>  $ids
     * @return \Generator<StateRow>
     */
    private function oneByOne(Workspace $workspace, array $ids, GraphFile $latest): \Generator
    {
        $snapshot = $this->snapshots->states($workspace, $ids, $latest);
        $below = $snapshot->below($ids);
        $known = ManyValues::among(DB::table('documents'), 'id', $ids)->get(['id', 'title', 'format'])->keyBy('id');
        foreach ($ids as $id) {
            $document = $snapshot->documents[$id] ?? null;
            if ($document !== null) {
                yield new StateRow($document->path, $known[$id]->title ?? null, $known[$id]->format ?? 'file', FourAxes::of($document, $below[$id]['state']));
            }
        }
    }

    /** @return \Traversable<array{string, string, ?string, string}> as plain as the database gives them, and as they come, since there are so many */
    private function rows(Workspace $workspace, bool $named): \Traversable
    {
        $query = DB::table('documents')->where('workspace_id', $workspace->id)->whereNull('dropped_at')->orderBy('id')
            ->selectRaw('id, path, if(saved_hash is null, null, '.FileList::SEEN.'), '.($named ? 'concat_ws(?, id, format, title)' : 'id'), $named ? [self::BETWEEN] : []);
        $connection = DB::connection()->getPdo();
        $statement = $connection->prepare($query->toSql());
        $connection->setAttribute(\PDO::MYSQL_ATTR_USE_BUFFERED_QUERY, false);
        try {
            $statement->execute($query->getBindings());
        } finally {
            $connection->setAttribute(\PDO::MYSQL_ATTR_USE_BUFFERED_QUERY, true);
        }
        $statement->setFetchMode(\PDO::FETCH_NUM);

        return $statement;
    }

    /** @return array<array-key, true> */
    private static function ids(\Illuminate\Database\Query\Builder $documents): array
    {
        return array_fill_keys($documents->whereNull('dropped_at')->pluck('documents.id')->all(), true);
    }
}
