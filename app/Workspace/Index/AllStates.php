<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Workspace;
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
    /** Documents. */
    private const PORTION = 4000;

    private const AT_ONCE = 1000;

    /** Stands for the content of every plain document. */
    private const ANY = 'any';

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
        $isRootWritable = is_writable($workspace->root);
        $list?->finish();
        $plain = $others = [];
        foreach ($this->rows($workspace, $named) as [$id, $path, $stat, $seenAt, $isNew, $title, $format]) {
            $folder = Path::folderOf($path);
            $isWritable = $isNew || isset($unsaved[$id]) || isset($held[$id]) ? null : $list?->proves($path, $folder, $stat, $seenAt);
            if ($isWritable === null) {
                $others[] = $id;

                continue;
            }
            $isWritable = $isWritable && ($folder !== '' || $isRootWritable);
            $below = BelowState::of(isset($strays[$id]), $hasUnsaved($id));
            yield new StateRow($path, $title, $format, $plain[$below->value][(int) $isWritable] ??= self::plain($isWritable, $below));
        }
        foreach (array_chunk($others, self::AT_ONCE) as $ids) {
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
        $known = DB::table('documents')->whereIn('id', $ids)->get(['id', 'title', 'format'])->keyBy('id');
        foreach ($ids as $id) {
            $document = $snapshot->documents[$id] ?? null;
            if ($document !== null) {
                yield new StateRow($document->path, $known[$id]->title ?? null, $known[$id]->format ?? 'file', FourAxes::of($document, $below[$id]['state']));
            }
        }
    }

    /** @return \Generator<array{string, string, string, int, int, ?string, string}> as plain as the database gives them, since there are so many */
    private function rows(Workspace $workspace, bool $named): \Generator
    {
        $after = '';
        do {
            $query = DB::table('documents')->where('workspace_id', $workspace->id)->whereNull('dropped_at')->where('id', '>', $after)->orderBy('id')->limit(self::PORTION)
                ->selectRaw('id, path, stat, seen_at, saved_hash is null, '.($named ? 'title, format' : "null, ''"));
            $statement = DB::connection()->getPdo()->prepare($query->toSql());
            $statement->execute($query->getBindings());
            $rows = $statement->fetchAll(\PDO::FETCH_NUM);
            yield from $rows;
            $after = $rows === [] ? '' : $rows[count($rows) - 1][0];
        } while (count($rows) === self::PORTION);
    }

    /** @return array<array-key, true> */
    private static function ids(\Illuminate\Database\Query\Builder $documents): array
    {
        return array_fill_keys($documents->whereNull('dropped_at')->pluck('documents.id')->all(), true);
    }
}
