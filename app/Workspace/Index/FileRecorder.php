<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Document;
use App\Models\Workspace;
use App\Support\BulkInsert;
use App\Support\ManyValues;
use App\Workspace\Files\FileStat;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\WorkspaceLock;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Path\InvalidPath;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * The one writer of what files say. Looking at files takes long and happens outside; here, under the workspace's lock,
 * the rows are read anew, each file must still be the one that was looked at, and only what a file can tell is written.
 * Drafts and what they say are never touched; what an unfinished operation names is left to that operation.
 */
final readonly class FileRecorder
{
    /** So many files are recorded at once; others wait for the lock no longer than that takes. */
    public const PORTION = 200;

    private const SAID_BY_FILES = ['saved_hash', 'size', 'stat', 'seen_at', 'is_gone', 'is_writable', 'updated_at', 'read_by'];

    /** What is on the screen is the file's content where there is no draft; so these follow it, and open pages must notice. */
    private const SAID_BY_WORKING_CONTENTS = ['title', 'note', 'revision'];

    private const TRIES = 5;

    /**
     * @param  list<FoundFile>  $found  each path once
     * @param  int  $seconds  so long it waits for others who write
     */
    public function record(Workspace $workspace, array $found, int $seconds = WorkspaceLock::BACKGROUND_WAITS): RecordedFiles
    {
        $recorded = WorkspaceLock::hold(
            $workspace,
            fn (): RecordedFiles => DB::transaction(fn (): RecordedFiles => $this->write($workspace, $found), self::TRIES),
            $seconds,
        );
        if ($recorded->caughtUp !== []) {
            event(new DraftsCaughtUp($recorded->caughtUp));
        }

        return $recorded;
    }

    /**
     * Notes that files are gone, as far as they still are.
     *
     * @param  list<string>  $paths
     * @param  ?callable(string): bool  $isLeftOut  whether a path counts as gone, though there is a file
     * @return list<string> the ids of the documents whose files have gone
     */
    public function recordGone(Workspace $workspace, array $paths, ?callable $isLeftOut = null, int $seconds = WorkspaceLock::BACKGROUND_WAITS): array
    {
        $gone = [];
        foreach (array_chunk($paths, self::PORTION) as $portion) {
            array_push($gone, ...WorkspaceLock::hold(
                $workspace,
                fn (): array => DB::transaction(fn (): array => $this->writeGone($workspace, $portion, $isLeftOut), self::TRIES),
                $seconds,
            ));
        }

        return $gone;
    }

    /** @param list<FoundFile> $found */
    private function write(Workspace $workspace, array $found): RecordedFiles
    {
        $files = WorkspaceFiles::of($workspace);
        // First the rows are held: what is read before that fixes what the transaction sees, and a draft that came since would be missed.
        $rows = $this->rows($workspace, array_map(static fn (FoundFile $file): string => $file->report->path, $found));
        $unfinished = UnfinishedOperations::of($workspace);
        $drafts = ManyValues::among(DB::table('drafts'), 'document_id', array_column($rows, 'id'))->pluck('hash', 'document_id')->all();
        $unseen = $new = $changed = $changedUnderDraft = $reread = $rereadUnderDraft = $references = $changes = $again = $caughtUp = [];
        $now = now()->format('Y-m-d H:i:s.v');
        foreach ($found as $file) {
            $path = $file->report->path;
            $row = $rows[$path] ?? null;
            if ($unfinished->names($path, $row?->id)) {
                continue;
            }
            if (self::stat($files, $path)?->signature !== $file->stat->signature) {
                $again[] = $path;

                continue;
            }
            $hash = $file->report->hash;
            if ($hash === null && $row !== null) {
                continue; // What it holds cannot be told now; what it held last is still known.
            }
            $draft = $drafts[$row->id ?? ''] ?? null;
            $said = $this->said($workspace, $files, $file, $row, $now);
            $isSame = $row !== null && $row->saved_hash === $hash && ! $row->is_gone;
            if ($isSame && (! $file->report->isRead || $row->read_by === FormatRegistry::EDITION)) {
                $unseen[] = $said;

                continue;
            }
            if ($isSame) {
                $draft === null ? $reread[] = $said : $rereadUnderDraft[] = $said;
            }
            match (true) {
                $isSame => null,
                $row === null => $new[] = $said,
                $draft === null => $changed[] = $said,
                default => $changedUnderDraft[] = $said,
            };
            foreach ($file->report->references as $reference) {
                $references[] = ['workspace_id' => $workspace->id, 'document_id' => $said['id'], 'in_draft' => false] + $reference;
            }
            if ($isSame) {
                continue;
            }
            if ($draft !== null && $draft === $hash) {
                $caughtUp[] = $said['id'];
            }
            $changes[] = new RecordedChange($said['id'], $path, $row?->saved_hash, $row?->size, $said['saved_hash'], $file->stat->size, $draft !== null);
        }
        foreach (array_chunk(array_column([...$changed, ...$changedUnderDraft, ...$reread, ...$rereadUnderDraft], 'id'), 500) as $ids) {
            DB::table('document_references')->whereIn('document_id', $ids)->where('in_draft', false)->delete();
        }
        BulkInsert::into('documents', $new);
        BulkInsert::into('documents', $changed, [...self::SAID_BY_FILES, ...self::SAID_BY_WORKING_CONTENTS]);
        BulkInsert::into('documents', $changedUnderDraft, self::SAID_BY_FILES);
        BulkInsert::into('documents', $unseen, ['stat', 'seen_at', 'is_writable']);
        BulkInsert::into('documents', $reread, ['stat', 'seen_at', 'is_writable', 'read_by', 'title', 'note']);
        BulkInsert::into('documents', $rereadUnderDraft, ['stat', 'seen_at', 'is_writable', 'read_by']);
        BulkInsert::into('document_references', $references);

        return new RecordedFiles($changes, $again, $caughtUp, reread: array_column([...$reread, ...$rereadUnderDraft], 'id'));
    }

    /**
     * @param  ?object{id: string, revision: int}  $row
     * @return array<string, scalar|null> columns of documents
     */
    private function said(Workspace $workspace, WorkspaceFiles $files, FoundFile $file, ?object $row, string $now): array
    {
        $report = $file->report;
        $columns = Document::columns($report->path);

        return [
            'id' => $row->id ?? strtolower((string) Str::ulid()), 'workspace_id' => $workspace->id, ...$columns, 'file_key' => $columns['path_key'],
            ...($report->format === null ? [] : ['format' => $report->format]), 'title' => $report->title, 'note' => $report->hash === null ? 'The file cannot be read: permission is missing.' : $report->note,
            'saved_hash' => $report->hash ?? hash('sha256', ''), 'size' => $file->stat->size, 'stat' => $file->stat->signature, 'seen_at' => $report->seenAt,
            'is_gone' => false, 'is_writable' => $files->isWritable($report->path, $file->stat),
            'revision' => $row === null ? 0 : $row->revision + 1, 'created_at' => $now, 'updated_at' => $now, 'read_by' => FormatRegistry::EDITION,
        ];
    }

    /**
     * @param  list<string>  $paths
     * @param  ?callable(string): bool  $isLeftOut
     * @return list<string>
     */
    private function writeGone(Workspace $workspace, array $paths, ?callable $isLeftOut): array
    {
        $files = WorkspaceFiles::of($workspace);
        $rows = $this->rows($workspace, $paths);
        $unfinished = UnfinishedOperations::of($workspace);
        $gone = [];
        foreach ($rows as $row) {
            if ($row->is_gone || $unfinished->names($row->path, $row->id)) {
                continue;
            }
            if (self::stat($files, $row->path) === null || ($isLeftOut !== null && $isLeftOut($row->path))) {
                $gone[] = $row->id;
            }
        }
        DB::table('documents')->whereIn('id', $gone)->update(['is_gone' => true, 'updated_at' => now()]);

        return $gone;
    }

    /**
     * @param  list<string>  $paths
     * @return array<string, object{id: string, path: string, saved_hash: ?string, size: ?int, is_gone: int, revision: int, read_by: int}> by path, locked
     */
    private function rows(Workspace $workspace, array $paths): array
    {
        $rows = [];
        $found = ManyValues::locked(DB::table('documents'), 'file_key', array_map(Document::key(...), $paths))->where('workspace_id', $workspace->id)
            ->orderBy('id')->get(['id', 'path', 'saved_hash', 'size', 'is_gone', 'revision', 'read_by']);
        foreach ($found as $row) {
            $rows[$row->path] = $row;
        }

        return $rows;
    }

    private static function stat(WorkspaceFiles $files, string $path): ?FileStat
    {
        try {
            return $files->stat($path);
        } catch (InvalidPath) {
            return null;
        }
    }
}
