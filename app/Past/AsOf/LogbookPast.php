<?php

declare(strict_types=1);

namespace App\Past\AsOf;

use App\Models\Document;
use App\Models\Operation;
use App\Models\Workspace;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\PathCheck;
use Hafenbuch\Core\History\Past;
use Hafenbuch\Core\History\PastState;
use Hafenbuch\Core\History\StayAtPath;
use Hafenbuch\Core\History\Timeline;
use Hafenbuch\Core\Plan\Action;
use Illuminate\Support\Facades\DB;

/** A workspace’s past as its logbook tells it. */
final class LogbookPast implements Past
{
    /** @var array<string, object{id: string, path: string, saved_hash: ?string, draft_hash: ?string, is_kept: bool}> by id */
    private array $documents = [];

    /** @var array<string, ?PastState> by document, as of then */
    private array $states = [];

    /** @var array<string, string> document by the path it had then */
    private array $atPath = [];

    /** @var array<string, string> path of a document that has this content in its file now, by its hash */
    private array $files = [];

    private ?PathCheck $paths = null;

    /** @param int $entry the number of the entry that was the newest then; 0: before the first */
    public function __construct(private readonly Workspace $workspace, private readonly int $entry, private readonly DiskContentStore $contents)
    {
        $this->load();
    }

    private function load(): void
    {
        $rows = DB::table('documents')->leftJoin('drafts', 'drafts.document_id', '=', 'documents.id')->where('workspace_id', $this->workspace->id)
            ->get(['documents.id', 'path', 'saved_hash', 'drafts.hash as draft_hash', 'dropped_at', 'is_gone']);
        $passages = $this->passages();
        foreach ($rows as $row) {
            $row->is_kept = $row->dropped_at === null && ! $row->is_gone;
            $this->documents[$row->id] = $row;
            $now = $row->is_kept && $row->saved_hash !== null ? new PastState($row->path, $row->saved_hash) : null;
            if ($now !== null) {
                $this->files[$now->hash] = $now->path;
            }
            $state = (new Timeline($passages[$row->id] ?? [], $now))->asOf($this->entry);
            $this->states[$row->id] = $state;
            if ($state !== null) {
                $this->atPath[$state->path] = $row->id;
            }
        }
    }

    /** @return array<string, list<StayAtPath>> by document */
    private function passages(): array
    {
        $lines = DB::table('operation_lines as l')->join('operations as o', 'o.id', '=', 'l.operation_id')->where('o.workspace_id', $this->workspace->id)
            ->whereIn('o.state', [Operation::DONE, Operation::TAKEN_BACK, Operation::SETTLED])->whereNotNull('l.document_id')
            ->whereIn('l.action', [Action::Create->value, Action::Write->value, Action::Replace->value, Action::Remove->value])
            ->orderBy('o.number')->orderBy('l.position')->get(['o.number', 'l.document_id', 'l.path', 'l.action', 'l.before_hash', 'l.after_hash']);
        $found = [];
        foreach ($lines as $line) {
            $passage = $found[$line->document_id][$line->number] ?? new StayAtPath($line->number, null, null);
            $had = $line->before_hash !== null && in_array($line->action, [Action::Write->value, Action::Remove->value], true) ? new PastState($line->path, $line->before_hash) : null;
            $has = $line->after_hash !== null && $line->action !== Action::Remove->value ? new PastState($line->path, $line->after_hash) : null;
            $found[$line->document_id][$line->number] = new StayAtPath($line->number, $passage->before ?? $had, $has ?? $passage->after);
        }

        return array_map(array_values(...), $found);
    }

    public function state(string $documentId): ?PastState
    {
        return $this->states[$documentId] ?? null;
    }

    /** @return list<string> the paths at which documents were then */
    public function paths(): array
    {
        return array_map(strval(...), array_keys($this->atPath));
    }

    public function documentAt(string $path): ?string
    {
        return $this->atPath[$path] ?? null;
    }

    public function pathNow(string $documentId): ?string
    {
        $document = $this->documents[$documentId] ?? null;

        return $document !== null && $document->is_kept ? $document->path : null;
    }

    public function hashNow(string $documentId): ?string
    {
        $document = $this->documents[$documentId] ?? null;

        return $document->draft_hash ?? $document?->saved_hash;
    }

    public function pathForReturn(string $path): string
    {
        $this->paths ??= new PathCheck($this->workspace);

        return $this->paths->free($path) ?? $path;
    }

    public function has(string $hash): bool
    {
        return isset($this->files[$hash]) || $this->contents->has($hash);
    }

    /** @return ?string the path of a file that has the content now */
    public function fileWith(string $hash): ?string
    {
        return $this->files[$hash] ?? null;
    }

    public function content(string $hash): string
    {
        if (! $this->contents->has($hash)) {
            // What nobody has changed here yet is still in its file.
            $this->contents->put(WorkspaceFiles::of($this->workspace)->open($this->files[$hash] ?? ''));
        }

        return $this->contents->sound($hash);
    }
}
