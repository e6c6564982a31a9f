<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Rights\FolderRights;
use App\Support\ManyValues;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Graph\Edges;
use App\Workspace\Graph\GraphFile;
use App\Workspace\Graph\WorkspaceGraphs;
use App\Workspace\Settings;
use Hafenbuch\Core\Document\Access;
use Hafenbuch\Core\Document\Beside;
use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Document\OnDiskKind;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Format\Link\LinkContent;
use Hafenbuch\Core\Naming\FileName;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\Reference\Graph;
use Hafenbuch\Core\Release\Mark;
use Illuminate\Support\Facades\DB;

/**
 * Takes a snapshot of documents: what the tables know of them, and what the file system has now. A snapshot knows who refers to whom in
 * all of the workspace, and beside the documents that a question is about only those that its answer rests on.
 */
final readonly class SnapshotReader
{
    /** More names that begin alike are not read to propose another. */
    private const NEAR = 10_000;

    /** A document with those that refer to it and what these point at is about as much to read as so many one after the other. */
    private const SHARE = 4;

    public function __construct(private WorkspaceGraphs $graphs, private DiskContentStore $contents) {}

    /**
     * For a plan: the given documents, those that refer to them, what the given ones point at, and everything that is unsaved.
     *
     * @param  list<string>  $ids
     * @param  ?User  $viewer  for whom the access axis is read: whose locks are no obstacle
     * @param  list<string>  $paths  that documents are to get; what is there, or has nearly the same name, is read too
     * @param  list<string>  $ends  of references that are to end elsewhere; the documents that have such are read too
     * @param  list<string>  $targets  paths where they are to end
     */
    public function around(Workspace $workspace, array $ids, ?User $viewer = null, array $paths = [], array $ends = [], array $targets = [], Beside $beside = new Beside): Snapshot
    {
        if ($this->areMany($workspace, $ids)) {
            return $this->whole($workspace, $viewer, $paths, $ids, $ends, $beside);
        }
        $rows = new DocumentRows($workspace);
        $rows->add($ids);
        $rows->addNamed($paths);
        if ($paths !== []) {
            $rows->addLinksToFolders();
        }
        $own = $rows->ids();
        $rows->add((new Edges($workspace))->referrers($rows->keys()));
        $this->addElsewhere($rows, $workspace, $paths === [] ? [] : $ids, $ends);
        $except = array_values(array_filter($ends, static fn (string $end): bool => Address::of($end) === null));
        $rows->addTargets($own, $except);
        // What else followers point at stays as it is, there or not.
        $rows->readTargets($rows->ids());
        // Of those that references are led to it matters only that they are there.
        $beside = $beside->knowing($this->there($workspace, array_values(array_filter(array_unique($targets), WorkspaceFiles::of($workspace)->has(...)))));
        $lookedAt = $rows->ids();
        $rows->addUnsaved();
        // A new one may be drawn into the plan, and then what it points at matters.
        $rows->addTargets($rows->withoutFile());

        return $this->snapshot($workspace, $rows, $viewer, $paths, [...$lookedAt, ...$rows->withoutFile()], $this->graphs->of($workspace), $beside);
    }

    /**
     * @param  list<string>  $paths
     * @return array<string, true> those of documents that have a file
     */
    private function there(Workspace $workspace, array $paths): array
    {
        $there = [];
        foreach (ManyValues::portions($paths) as $some) {
            $keys = array_combine(array_map(Document::key(...), $some), $some);
            $found = ManyValues::among(DB::table('documents'), 'path_key', array_keys($keys))->where('workspace_id', $workspace->id)->whereNull('dropped_at')->where('is_gone', false)->pluck('path_key', 'path_key')->all();
            $there += array_fill_keys(array_intersect_key($keys, $found), true);
        }

        return $there;
    }

    /**
     * @param  list<string>  $ids  of documents that get other paths, from which they may name files outside
     * @param  list<string>  $ends
     */
    private function addElsewhere(DocumentRows $rows, Workspace $workspace, array $ids, array $ends): void
    {
        $rows->addElsewhereOf($ids);
        $isPath = static fn (string $end): bool => Address::of($end) === null;
        $rows->addNamingElsewhere(array_values(array_filter($ends, static fn (string $end): bool => ! $isPath($end))));
        $rows->add((new Edges($workspace))->referrers(array_map(Document::key(...), array_values(array_filter($ends, $isPath)))));
    }

    /**
     * Whether everything is read sooner than what belongs to each of the given documents.
     *
     * @param  list<string>  $ids
     */
    private function areMany(Workspace $workspace, array $ids): bool
    {
        return $ids !== [] && DB::table('documents')->where('workspace_id', $workspace->id)->offset(self::SHARE * count($ids))->limit(1)->value('id') === null;
    }

    /**
     * For the states of the given documents: they, what they point at, and what unsaved is nearest below each.
     *
     * @param  list<string>  $ids
     * @return array{Snapshot, DocumentRows} with what is shown of each
     */
    public function forRows(Workspace $workspace, array $ids, User $viewer): array
    {
        $rows = new DocumentRows($workspace, isShown: true);

        return [$this->stated($workspace, $rows, $viewer, $ids, $this->graphs->latest($workspace, count($ids))), $rows];
    }

    /**
     * The same for nobody in particular.
     *
     * @param  list<string>  $ids
     */
    public function states(Workspace $workspace, array $ids, GraphFile $latest): Snapshot
    {
        return $this->stated($workspace, new DocumentRows($workspace), null, $ids, $latest);
    }

    /**
     * Of those that have strays it is read which these are.
     *
     * @param  list<string>  $ids
     */
    private function stated(Workspace $workspace, DocumentRows $rows, ?User $viewer, array $ids, GraphFile $latest): Snapshot
    {
        $nearest = $latest->graph->nearness()->below(Document::unsavedIds($workspace, differing: true), $ids);
        $rows->add([...$ids, ...array_column($nearest, 0)]);
        $rows->addTargets(array_values(array_filter($ids, static fn (string $id): bool => ($latest->countOf($id)[1] ?? 1) > 0)));
        // One may have been saved or dropped since.
        $nearest = array_filter($nearest, static fn (array $one): bool => $rows->has($one[0]));

        return $this->snapshot($workspace, $rows, $viewer, [], $ids, $latest->graph, nearest: $nearest);
    }

    /**
     * The given documents and all below them at any depth, as the tables know them.
     *
     * @param  list<string>  $ids
     */
    public function withBelow(Workspace $workspace, array $ids): Snapshot
    {
        $graph = $this->graphs->of($workspace);
        $rows = new DocumentRows($workspace);
        $rows->add([...$ids, ...$graph->walk()->below($ids)]);
        $rows->addTargets($rows->ids());

        return $this->snapshot($workspace, $rows, null, [], [], $graph);
    }

    /** Everything that is unsaved, as the tables know it, and who refers to whom. */
    public function unsaved(Workspace $workspace): Snapshot
    {
        $rows = new DocumentRows($workspace);
        $rows->addUnsaved();

        return $this->snapshot($workspace, $rows, null, [], [], $this->graphs->of($workspace));
    }

    /**
     * Everything, and nothing that is derived: who refers to whom is found in what was read.
     *
     * @param  list<string>  $paths  as for a plan
     * @param  list<string>  $ids  of documents that get other paths
     * @param  list<string>  $ends  as for a plan
     */
    public function whole(Workspace $workspace, ?User $viewer = null, array $paths = [], array $ids = [], array $ends = [], Beside $beside = new Beside): Snapshot
    {
        $rows = new DocumentRows($workspace);
        $rows->addAll();
        $this->addElsewhere($rows, $workspace, $paths === [] ? [] : $ids, $ends);

        return $this->snapshot($workspace, $rows, $viewer, $paths, $rows->ids(), null, $beside);
    }

    /**
     * @param  list<string>  $paths
     * @param  list<string>  $lookAt  the documents at whose files it looks; for the others it trusts the tables
     * @param  ?Graph  $graph  of all of the workspace; null: it is found in the rows
     * @param  array<string, array{string, int}>|null  $nearest  what unsaved is below which document; null: all that is unsaved is in the rows
     */
    private function snapshot(Workspace $workspace, DocumentRows $rows, ?User $viewer, array $paths, array $lookAt, ?Graph $graph, Beside $beside = new Beside, ?array $nearest = null): Snapshot
    {
        $files = WorkspaceFiles::of($workspace);
        $rights = $viewer === null ? null : FolderRights::of($workspace, $viewer);
        $chain = Settings::of($workspace)->chain();
        $isLookedAt = array_fill_keys($lookAt, true);
        $documents = [];
        foreach ($rows->all() as $id => $row) {
            $onDisk = isset($isLookedAt[$id]) ? $files->look($row->path, $row->stat, $row->seen_at, $row->saved_hash) : $this->asKnown($row);
            $withheld = $rights?->withheld($row->path) ?? ($viewer === null || $row->release_state === null ? null : $chain->withholds(new Mark($row->release_state, $row->release_revision)));
            $onDisk = $withheld === null ? $onDisk : $onDisk->withheld($withheld);
            $saved = $rows->targetsOf((string) $id, false);
            $documents[] = new DocumentSnapshot(
                $row->id, $row->path, $row->saved_hash, $row->draft_hash, $row->base_hash, $onDisk, $this->access($onDisk, $row, $viewer),
                $row->draft_hash === null ? $saved : $rows->targetsOf((string) $id, true), $saved, (bool) $row->is_read_whole, $rows->foldersOf((string) $id), (bool) $row->is_link, $row->is_link && $row->draft_hash !== null && ! $this->isLink($row->draft_hash), $rows->elsewhereOf((string) $id),
            );
        }
        $looks = [];
        $known = array_fill_keys(array_map(static fn (DocumentSnapshot $document): string => $document->path, $documents), true);
        foreach ($paths as $path) {
            if (! isset($known[$path])) {
                $withheld = $rights?->withheld($path);
                $looks[$path] = $withheld === null ? $files->look($path) : $files->look($path)->withheld($withheld);
            }
        }

        return new Snapshot($documents, $looks, $this->takenNear($workspace, $files, $documents, $paths, $looks), $graph, new PartlyReadDocuments($workspace, $this->contents), $paths === [] ? [] : $rows->sizesOfFolders(), new LinksToDocuments($workspace), $beside, $nearest);
    }

    /**
     * Where a wanted path is taken, another is proposed; so what has names that begin like it must be known.
     *
     * @param  list<DocumentSnapshot>  $documents
     * @param  list<string>  $wantedPaths
     * @param  array<string, OnDisk>  $looks
     * @return array<string, true> folded
     */
    private function takenNear(Workspace $workspace, WorkspaceFiles $files, array $documents, array $wantedPaths, array $looks): array
    {
        $wanted = array_fill_keys($wantedPaths, true);
        $paths = array_map(strval(...), array_keys(array_filter($looks, static fn (OnDisk $look): bool => $look->kind !== OnDiskKind::Nothing)));
        foreach ($documents as $document) {
            if (isset($wanted[$document->path]) || ($document->isNew() && $document->onDisk->kind !== OnDiskKind::Nothing)) {
                $paths[] = $document->path;
            }
        }
        $taken = [];
        foreach (array_unique($paths) as $path) {
            $start = ($folder = Path::folderOf($path)) === '' ? '' : $folder.'/';
            $start .= FileName::of(Path::nameOf($path))->stem.'-';
            $near = DB::table('documents')->where('workspace_id', $workspace->id)->whereNull('dropped_at')->where('is_gone', false)->where('path', 'like', addcslashes($start, '%_\\').'%')->limit(self::NEAR)->pluck('path')->all();
            foreach ([...$near, ...$files->namesLike($start)] as $name) {
                $taken[Path::fold($name)] = true;
            }
        }

        return $taken;
    }

    private function isLink(string $hash): bool
    {
        return $this->contents->has($hash) && ($this->contents->size($hash) ?? 0) <= LinkContent::LONGEST && LinkContent::is($this->contents->bytes($hash));
    }

    /** @param object{saved_hash: ?string, stat: string, is_gone: int, is_writable: int} $row */
    private function asKnown(object $row): OnDisk
    {
        return $row->saved_hash === null || $row->is_gone ? OnDisk::nothing() : OnDisk::file($row->saved_hash, $row->stat, (bool) $row->is_writable);
    }

    /** @param object{lock_id: ?int, lock_name: ?string} $row */
    private function access(OnDisk $onDisk, object $row, ?User $viewer): Access
    {
        if ($row->lock_id !== null && $row->lock_id !== $viewer?->id) {
            return Access::lockedBy((string) $row->lock_name);
        }

        if ($onDisk->withheld !== null) {
            return Access::readOnly($onDisk->withheld);
        }

        return $onDisk->writable || $onDisk->kind === OnDiskKind::Nothing ? Access::writable() : Access::readOnly();
    }
}
