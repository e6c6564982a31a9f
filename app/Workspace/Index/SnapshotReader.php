<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Document\Access;
use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Document\OnDiskKind;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Naming\FileName;
use Hafenbuch\Core\Path\Path;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Takes a snapshot of documents: what the tables know of them, and what the file system has now. */
final class SnapshotReader
{
    private const CHUNK = 1000;

    private const FEW = 400;

    /** More names that begin alike are not read to propose another. */
    private const NEAR = 10_000;

    /** So many steps from document to document are followed one by one; in longer chains all is read at once, which is quicker. */
    private const ROUNDS = 12;

    /** @var array<string, object{id: string, path: string, path_key: string, saved_hash: ?string, stat: string, seen_at: int, is_gone: int, is_writable: int, draft_hash: ?string, base_hash: ?string, lock_id: ?int, lock_name: ?string}> */
    private array $rows = [];

    private ?User $viewer = null;

    /** @var list<string> */
    private array $paths = [];

    /** @var ?array<string, true> ids; null: all */
    private ?array $lookedAt = null;

    /** @var array<string, array{0: list<string>, 1: list<string>}> by document: the files that its saved content and its draft point at */
    private array $targets = [];

    /**
     * The given documents, all below them at any depth, and those that refer to them.
     *
     * @param  list<string>  $ids
     * @param  ?User  $viewer  for whom the access axis is read: whose locks are no obstacle
     * @param  list<string>  $paths  that documents are to get; what is there, or has nearly the same name, is read too
     * @param  ?list<string>  $lookAt  the documents at whose files it looks; for the others it trusts the tables; null: at all
     */
    public function around(Workspace $workspace, array $ids, ?User $viewer = null, array $paths = [], ?array $lookAt = null): Snapshot
    {
        if (count($ids) > self::FEW || $this->areMost($workspace, $ids)) {
            return $this->whole($workspace, $viewer, $paths, $lookAt);
        }
        $this->start($viewer, $paths, $lookAt);
        $new = $this->addDocuments($this->documents($workspace), 'documents.id', $ids);
        array_push($new, ...$this->addDocuments($this->documents($workspace), 'fold_key', array_map(static fn (string $path): string => Document::key(Path::fold($path)), $paths)));
        $referrers = $this->referrers($workspace, $new);
        for ($round = 0; $new !== []; $round++) {
            if (count($new) > self::FEW || $round === self::ROUNDS) {
                // Most of the workspace hangs together here; two queries for all of it are quicker than many for parts.
                return $this->whole($workspace, $viewer, $paths, $lookAt);
            }
            $keys = $this->addTargets($new);
            $new = $this->addDocuments($this->documents($workspace), 'path_key', $keys);
        }
        $this->addDocuments($this->documents($workspace), 'documents.id', $referrers);
        // What they refer to beside these documents must be known too, or it would count as missing.
        $this->addDocuments($this->documents($workspace), 'path_key', $this->addTargets(array_values(array_filter($referrers, fn (string $id): bool => isset($this->rows[$id]) && ! isset($this->targets[$id]))), ofSaved: true));

        return $this->snapshot($workspace);
    }

    /**
     * As much as the states of the given documents need: they, what they refer to, and every way from them down to unsaved
     * work. That is walked from its lower end, since little is unsaved and much is saved.
     *
     * @param  list<string>  $ids
     */
    public function forRows(Workspace $workspace, array $ids, User $viewer): Snapshot
    {
        $this->start($viewer, [], $ids);
        $this->addDocuments($this->documents($workspace), 'documents.id', $ids);
        $this->addDocuments($this->documents($workspace), 'path_key', $this->addTargets($ids));
        $read = array_fill_keys($ids, true);
        $unsaved = $this->documents($workspace)->where(static fn (Builder $query) => $query->whereNotNull('drafts.document_id')->orWhereNull('saved_hash'))->pluck('documents.id')->all();
        $this->addDocuments($this->documents($workspace), 'documents.id', $unsaved);
        $seen = array_fill_keys($unsaved, true);
        $at = array_values(array_intersect($unsaved, array_keys($this->rows)));
        for ($round = 0; $at !== []; $at = $above, $round++) {
            if (count($at) > self::FEW || $round === self::ROUNDS) {
                return $this->whole($workspace, $viewer, [], $ids);
            }
            $above = array_values(array_filter($this->referrers($workspace, $at), static fn (string $id): bool => ! isset($seen[$id])));
            $this->addDocuments($this->documents($workspace), 'documents.id', $above);
            $above = array_values(array_intersect($above, array_map(strval(...), array_keys($this->rows))));
            $this->addTargets(array_values(array_filter($above, static fn (string $id): bool => ! isset($read[$id]))));
            $seen += array_fill_keys($above, true);
            $read += $seen;
        }

        return $this->snapshot($workspace);
    }

    /**
     * @param  list<string>  $paths
     * @param  ?list<string>  $lookAt
     */
    public function whole(Workspace $workspace, ?User $viewer = null, array $paths = [], ?array $lookAt = null): Snapshot
    {
        $this->start($viewer, $paths, $lookAt);
        foreach ($this->documents($workspace)->get() as $row) {
            $this->rows[$row->id] = $row;
        }
        $this->collect(DB::table('document_references')->where('workspace_id', $workspace->id));

        return $this->snapshot($workspace);
    }

    /**
     * @param  list<string>  $paths
     * @param  ?list<string>  $lookAt
     */
    private function start(?User $viewer, array $paths, ?array $lookAt): void
    {
        $this->lookedAt = $lookAt === null ? null : array_fill_keys($lookAt, true);
        $this->rows = [];
        $this->targets = [];
        $this->viewer = $viewer;
        $this->paths = $paths;
    }

    /**
     * Whether a workspace is so small beside these documents that all of it is read as quickly.
     *
     * @param  list<string>  $ids
     */
    private function areMost(Workspace $workspace, array $ids): bool
    {
        return count($ids) > self::FEW / 8 && DB::table('documents')->where('workspace_id', $workspace->id)->count() < 8 * count($ids);
    }

    private function documents(Workspace $workspace): Builder
    {
        return DB::table('documents')->leftJoin('drafts', 'drafts.document_id', '=', 'documents.id')
            ->leftJoin('document_locks as locks', 'locks.document_id', '=', 'documents.id')->leftJoin('users', 'users.id', '=', 'locks.user_id')
            ->where('workspace_id', $workspace->id)->whereNull('dropped_at')
            ->select(['documents.id', 'path', 'path_key', 'saved_hash', 'stat', 'seen_at', 'is_gone', 'is_writable', 'drafts.hash as draft_hash', 'drafts.base_hash', 'locks.user_id as lock_id', 'users.name as lock_name']);
    }

    /**
     * @param  list<string>  $values
     * @return list<string> the ids that are new in the snapshot
     */
    private function addDocuments(Builder $query, string $column, array $values): array
    {
        $new = [];
        foreach (array_chunk($values, self::CHUNK) as $chunk) {
            foreach ((clone $query)->whereIn($column, $chunk)->get() as $row) {
                if (! isset($this->rows[$row->id])) {
                    $this->rows[$row->id] = $row;
                    $new[] = $row->id;
                }
            }
        }

        return $new;
    }

    /**
     * @param  list<string>  $ids
     * @param  bool  $ofSaved  whether those of the saved contents are wanted too, where there is a draft
     * @return list<string> the keys of the paths that their working contents point at
     */
    private function addTargets(array $ids, bool $ofSaved = false): array
    {
        foreach (array_chunk($ids, self::CHUNK) as $chunk) {
            $this->collect(DB::table('document_references')->whereIn('document_id', $chunk));
        }
        $keys = [];
        foreach ($ids as $id) {
            $inDraft = $this->rows[$id]->draft_hash === null ? 0 : 1;
            foreach ([...$this->targets[$id][$inDraft] ?? [], ...($ofSaved && $inDraft === 1 ? $this->targets[$id][0] ?? [] : [])] as $path) {
                $keys[Document::key($path)] = true;
            }
        }

        return array_map(strval(...), array_keys($keys));
    }

    private function collect(Builder $references): void
    {
        $references->where('target_kind', 'file')->orderBy('id');
        foreach ($references->get(['document_id', 'in_draft', 'target_path']) as $row) {
            $this->targets[$row->document_id][(int) $row->in_draft][] = $row->target_path;
        }
    }

    /**
     * @param  list<string>  $ids
     * @return list<string>
     */
    private function referrers(Workspace $workspace, array $ids): array
    {
        $keys = array_map(fn (string $id): string => $this->rows[$id]->path_key, $ids);
        $referrers = [];
        foreach (array_chunk($keys, self::CHUNK) as $chunk) {
            $found = DB::table('document_references')->where('workspace_id', $workspace->id)->whereIn('target_key', $chunk)->distinct()->pluck('document_id')->all();
            array_push($referrers, ...$found);
        }

        return array_values(array_unique($referrers));
    }

    private function snapshot(Workspace $workspace): Snapshot
    {
        $files = WorkspaceFiles::of($workspace);
        $documents = [];
        ksort($this->rows);
        foreach ($this->rows as $row) {
            $onDisk = $this->lookedAt === null || isset($this->lookedAt[$row->id])
                ? $files->look($row->path, $row->stat, $row->seen_at, $row->saved_hash)
                : $this->asKnown($row);
            $saved = array_values(array_unique($this->targets[$row->id][0] ?? []));
            $documents[] = new DocumentSnapshot(
                $row->id, $row->path, $row->saved_hash, $row->draft_hash, $row->base_hash, $onDisk,
                $this->access($onDisk, $row),
                $row->draft_hash === null ? $saved : array_values(array_unique($this->targets[$row->id][1] ?? [])),
                $saved,
            );
        }

        $looks = [];
        $known = array_fill_keys(array_map(static fn (DocumentSnapshot $document): string => $document->path, $documents), true);
        foreach ($this->paths as $path) {
            if (! isset($known[$path])) {
                $looks[$path] = $files->look($path);
            }
        }

        return new Snapshot($documents, $looks, $this->takenNear($workspace, $files, $documents, $looks));
    }

    /**
     * Where a wanted path is taken, another is proposed; so what has names that begin like it must be known.
     *
     * @param  list<DocumentSnapshot>  $documents
     * @param  array<string, OnDisk>  $looks
     * @return array<string, true> folded
     */
    private function takenNear(Workspace $workspace, WorkspaceFiles $files, array $documents, array $looks): array
    {
        $wanted = array_fill_keys($this->paths, true);
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

    /** @param object{saved_hash: ?string, stat: string, is_gone: int, is_writable: int} $row */
    private function asKnown(object $row): OnDisk
    {
        return $row->saved_hash === null || $row->is_gone ? OnDisk::nothing() : OnDisk::file($row->saved_hash, $row->stat, (bool) $row->is_writable);
    }

    /** @param object{lock_id: ?int, lock_name: ?string} $row */
    private function access(OnDisk $onDisk, object $row): Access
    {
        if ($row->lock_id !== null && $row->lock_id !== $this->viewer?->id) {
            return Access::lockedBy((string) $row->lock_name);
        }

        return $onDisk->writable || $onDisk->kind === OnDiskKind::Nothing ? Access::writable() : Access::readOnly();
    }
}
