<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Document;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Workspace\StandingLocks;
use Hafenbuch\Core\Format\Link\LinkReader;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\Reference\TargetKind;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/**
 * Collects what the tables know of documents, for one snapshot: their rows, and the files that their contents point at.
 *
 * @phpstan-type Row object{id: string, path: string, path_key: string, saved_hash: ?string, stat: string, seen_at: int, is_gone: int, is_writable: int, release_state: ?string, release_revision: ?string, is_read_whole: int, is_link: int, draft_hash: ?string, base_hash: ?string, lock_id: ?int, lock_name: ?string}
 * @phpstan-type Shown object{title: ?string, format: string, size: ?int, revision: int, release_state: ?string, release_revision: ?string, lock_id: ?int, draft_size: ?int, change_words: ?string, draft_at: ?string, draft_by: ?string}
 */
final class DocumentRows
{
    /** @var array<string, Row> by id */
    private array $rows = [];

    /** @var array<string, array{0?: list<string>, 1?: list<string>}> by document: the files that its saved content and its draft point at */
    private array $targets = [];

    /** @var array<string, array<string, string>> by document: the folders that it is a link to */
    private array $folders = [];

    /** @var array<string, list<string>> by document: the ends of its references that are no paths, of those that were asked for */
    private array $elsewhere = [];

    /** @var array<string, true> the ids of those whose targets are read */
    private array $read = [];

    /** @param bool $isShown whether they also have what a row of the quay shows */
    public function __construct(private readonly Workspace $workspace, private readonly bool $isShown = false) {}

    /** @return array<string, Row> by id, in their order */
    public function all(): array
    {
        ksort($this->rows);

        return $this->rows;
    }

    /** @return ?Shown what a row of the quay shows of a document; null: it is not among these */
    public function shown(string $id): ?object
    {
        /** @var ?Shown $row */
        $row = $this->rows[$id] ?? null;

        return $row;
    }

    /** @return list<string> the files that a document's saved content points at, or its draft, sorted: in whatever order the database gives them, an answer is the same */
    public function targetsOf(string $id, bool $inDraft): array
    {
        $targets = array_unique($this->targets[$id][$inDraft ? 1 : 0] ?? []);
        sort($targets, SORT_STRING);

        return $targets;
    }

    /** @return list<string> the folders that a document is a link to */
    public function foldersOf(string $id): array
    {
        return array_values($this->folders[$id] ?? []);
    }

    /** @return list<string> the ends of a document's references that are no paths of the workspace, as far as they were asked for */
    public function elsewhereOf(string $id): array
    {
        return $this->elsewhere[$id] ?? [];
    }

    /**
     * Documents that name one of the addresses.
     *
     * @param  list<string>  $ends  of addresses
     */
    public function addNamingElsewhere(array $ends): void
    {
        foreach (ManyValues::portions(array_map(Document::key(...), $ends)) as $keys) {
            $this->collectElsewhere(ManyValues::among(DB::table('document_references'), 'address_key', $keys)->where('workspace_id', $this->workspace->id));
        }
        $this->add(array_map(strval(...), array_keys($this->elsewhere)));
    }

    /**
     * What else than paths of the workspace these documents name.
     *
     * @param  list<string>  $ids
     */
    public function addElsewhereOf(array $ids): void
    {
        foreach (ManyValues::portions($ids) as $chunk) {
            $this->collectElsewhere(ManyValues::among(DB::table('document_references'), 'document_id', $chunk)->where('target_kind', TargetKind::Outside->value)->whereNotNull('address'));
        }
    }

    private function collectElsewhere(Builder $references): void
    {
        foreach ($references->get(['document_id', 'address']) as $row) {
            $end = Address::end($row->address);
            if (! in_array($end, $this->elsewhere[$row->document_id] ?? [], true)) {
                $this->elsewhere[$row->document_id][] = $end;
            }
        }
    }

    /** Links to the folders that the documents lie in, at any height. */
    public function addLinksToFolders(): void
    {
        $links = DB::table('documents')->join('document_references as r', 'r.document_id', '=', 'documents.id')->where('documents.workspace_id', $this->workspace->id)
            ->where('format', LinkReader::NAME)->where('target_kind', TargetKind::Folder->value)->pluck('target_path', 'documents.id');
        $above = [];
        foreach ($links->isEmpty() ? [] : $this->rows as $row) {
            for ($folder = Path::folderOf($row->path); $folder !== '' && ! isset($above[$folder]); $folder = Path::folderOf($folder)) {
                $above[$folder] = true;
            }
        }
        $this->add(array_map(strval(...), array_keys($links->filter(static fn (string $folder): bool => isset($above[$folder]))->all())));
    }

    /** @return array<string, int> by folder that a document is a link to: how many documents with files are below it */
    public function sizesOfFolders(): array
    {
        $sizes = [];
        foreach ($this->folders === [] ? [] : array_unique(array_merge(...array_values(array_map(array_values(...), $this->folders)))) as $folder) {
            $sizes[$folder] = DB::table('documents')->where('workspace_id', $this->workspace->id)->whereNull('dropped_at')->where('is_gone', false)->whereNotNull('saved_hash')
                ->where('path', 'like', addcslashes($folder, '%_\\').'/%')->count();
        }

        return $sizes;
    }

    /** @param list<string> $ids */
    public function add(array $ids): void
    {
        $this->addWhere('documents.id', array_values(array_filter($ids, fn (string $id): bool => ! isset($this->rows[$id]))));
    }

    /** @param list<string> $paths also those that other systems take for the same */
    public function addNamed(array $paths): void
    {
        $this->addWhere('fold_key', array_map(static fn (string $path): string => Document::key(Path::fold($path)), $paths));
    }

    /** What has a draft or no file yet. */
    public function addUnsaved(): void
    {
        $this->add(Document::unsavedIds($this->workspace));
    }

    public function addAll(): void
    {
        $this->take($this->query());
        $this->collect(DB::table('document_references')->where('workspace_id', $this->workspace->id));
        $this->read = array_fill_keys(array_map(strval(...), array_keys($this->rows)), true);
    }

    /**
     * What the given documents point at, by their saved contents and by their drafts.
     *
     * @param  list<string>  $ids
     * @param  list<string>  $except  paths of which it is known that they lead nowhere, and need not be
     */
    public function addTargets(array $ids, array $except = []): void
    {
        $this->addAt(array_diff($this->readTargets($ids), $except));
    }

    /**
     * Reads what the given documents point at, by their saved contents and by their drafts.
     *
     * @param  list<string>  $ids
     * @return list<string> the paths of those that are not among the rows
     */
    public function readTargets(array $ids): array
    {
        $new = array_values(array_filter($ids, fn (string $id): bool => isset($this->rows[$id]) && ! isset($this->read[$id])));
        $paths = [];
        foreach (ManyValues::portions($new) as $chunk) {
            $this->collect(ManyValues::among(DB::table('document_references'), 'document_id', $chunk));
        }
        foreach ($new as $id) {
            $this->read[$id] = true;
            foreach (array_merge(...array_values($this->targets[$id] ?? [])) as $path) {
                $paths[$path] = true;
            }
        }
        foreach ($this->rows as $row) {
            unset($paths[$row->path]);
        }

        return array_map(strval(...), array_keys($paths));
    }

    /** @param array<string> $paths */
    public function addAt(array $paths): void
    {
        $this->addWhere('path_key', array_map(Document::key(...), array_values($paths)));
    }

    /** @return list<string> ids of those that have no file yet */
    public function withoutFile(): array
    {
        return array_map(strval(...), array_keys(array_filter($this->rows, static fn (object $row): bool => $row->saved_hash === null)));
    }

    /** @return list<string> the keys of the paths of all */
    public function keys(): array
    {
        return array_values(array_unique(array_column($this->rows, 'path_key')));
    }

    public function has(string $id): bool
    {
        return isset($this->rows[$id]);
    }

    /** @return list<string> */
    public function ids(): array
    {
        return array_map(strval(...), array_keys($this->rows));
    }

    /** @param list<string> $values */
    private function addWhere(string $column, array $values): void
    {
        foreach (ManyValues::portions($values) as $chunk) {
            $this->take(ManyValues::among($this->query(), $column, $chunk));
        }
    }

    private function take(Builder $query): void
    {
        foreach ($query->get() as $row) {
            $this->rows[$row->id] ??= $row;
        }
    }

    private function collect(Builder $references): void
    {
        $kinds = [TargetKind::File->value, TargetKind::Folder->value];
        foreach ($references->whereIn('target_kind', $kinds)->get(['document_id', 'in_draft', 'target_kind', 'target_path']) as $row) {
            if ($row->target_kind === TargetKind::Folder->value) {
                $this->folders[$row->document_id][$row->target_path] = $row->target_path;
            } else {
                $this->targets[$row->document_id][(int) $row->in_draft][] = $row->target_path;
            }
        }
    }

    private function query(): Builder
    {
        $query = DB::table('documents')->leftJoin('drafts', 'drafts.document_id', '=', 'documents.id')
            ->leftJoinSub(StandingLocks::holders(), 'locks', 'locks.document_id', '=', 'documents.id')->leftJoin('users', 'users.id', '=', 'locks.user_id')
            ->where('workspace_id', $this->workspace->id)->whereNull('dropped_at')
            ->select(['documents.id', 'path', 'path_key', 'saved_hash', 'stat', 'seen_at', 'is_gone', 'is_writable', 'release_state', 'release_revision', DB::raw('note is null as is_read_whole'), DB::raw("format = '".LinkReader::NAME."' as is_link"), 'drafts.hash as draft_hash', 'drafts.base_hash', 'locks.user_id as lock_id', 'users.name as lock_name']);

        return ! $this->isShown ? $query : $query->leftJoin('users as writers', 'writers.id', '=', 'drafts.user_id')
            ->addSelect(['title', 'format', 'documents.size', 'revision', 'drafts.size as draft_size', 'drafts.change_words', 'drafts.updated_at as draft_at', 'writers.name as draft_by']);
    }
}
