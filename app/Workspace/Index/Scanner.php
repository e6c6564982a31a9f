<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Document;
use App\Models\Scan;
use App\Models\Workspace;
use App\Support\BulkInsert;
use App\Workspace\Files\FileStat;
use App\Workspace\Files\TreeWalker;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Pulse;
use App\Workspace\Reading\FileReport;
use App\Workspace\Reading\Readers;
use App\Workspace\Settings;
use Hafenbuch\Core\Path\Path;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Brings the index up to the files of a workspace's folder, reading only what has changed. */
final class Scanner
{
    /** So few documents are written at once that the readers, which go on meanwhile, have enough waiting for that time. */
    private const CHUNK = 200;

    private const PROGRESS_SECONDS = 0.5;

    private Workspace $workspace;

    private int $workspaceId;

    private WorkspaceFiles $files;

    private string $now = '';

    /** @var array<string, object{id: string, path: string, stat: string, seen_at: int, saved_hash: string, is_gone: int, revision: int, draft_hash: ?string, title: ?string}> */
    private array $known = [];

    /** @var array<string, FileStat> of the files that are being looked at */
    private array $stats = [];

    /** @var list<array<string, mixed>> */
    private array $documents = [];

    /** @var list<array<string, mixed>> */
    private array $references = [];

    /** @var list<string> ids whose saved references are written anew */
    private array $reread = [];

    /** @var list<string> ids whose draft the file has caught up with */
    private array $caughtUp = [];

    public static function queue(Workspace $workspace): Scan
    {
        return Scan::query()->create(['workspace_id' => $workspace->id, 'state' => Scan::QUEUED]);
    }

    public function run(Workspace $workspace, ?Scan $scan = null): Scan
    {
        $scan ??= self::queue($workspace);
        $started = microtime(true);
        $this->workspace = $workspace;
        $this->workspaceId = $workspace->id;
        $this->files = WorkspaceFiles::of($workspace);
        $this->loadKnown();
        $this->now = now()->format('Y-m-d H:i:s.v');
        $scan->update(['state' => Scan::RUNNING]);
        $ignore = [...Settings::of($workspace)->ignore(), '.hafenbuch-*'];
        $walker = new TreeWalker($this->files, $workspace->root, $ignore);
        $changed = 0;
        $seen = [];
        foreach ((new Readers($workspace->root))->look($this->suspects($walker, $scan, $started, $seen)) as $facts) {
            $changed += (int) $this->take($facts, $this->stats[$facts->path]);
            unset($this->stats[$facts->path]);
            if (count($this->documents) >= self::CHUNK) {
                $this->flush();
            }
        }
        $this->flush();
        if ($scan->state !== Scan::STOPPED) {
            $changed += $this->markGone($seen, array_keys($walker->passedOver));
            $scan->state = Scan::DONE;
        }
        $scan->files = count($seen);
        $scan->changed = $changed;
        $this->finish($scan, $walker, $started);

        return $scan;
    }

    /**
     * Walks the folder, tells how far it is, and gives the files whose stat does not prove that they are as they were.
     *
     * @param  array<string, true>  $seen
     * @return \Generator<array{string, int, ?string}> paths with size and known hash
     */
    private function suspects(TreeWalker $walker, Scan $scan, float $started, array &$seen): \Generator
    {
        $reported = $started;
        foreach ($walker->walk() as $path => $stat) {
            $path = (string) $path;
            $seen[$path] = true;
            $known = $this->known[$path] ?? null;
            if ($known === null || $known->is_gone || ! $stat->proves($known->stat, $known->seen_at)) {
                $this->stats[$path] = $stat;
                yield [$path, $stat->size, $known === null || $known->is_gone ? null : $known->saved_hash];
            }
            if (microtime(true) - $reported > self::PROGRESS_SECONDS) {
                $reported = microtime(true);
                if ($this->isStopped($scan)) {
                    return;
                }
                $scan->update(['files' => count($seen), 'seconds' => $reported - $started]);
            }
        }
    }

    private function finish(Scan $scan, TreeWalker $walker, float $started): void
    {
        $scan->fill(Strays::counts($this->workspace));
        $scan->seconds = round(microtime(true) - $started, 3);
        if ($walker->passedOver !== []) {
            $scan->message = 'Passed over: '.implode(' ', array_map(
                static fn (string $path, string $why): string => "{$path}: {$why}",
                array_keys($walker->passedOver),
                $walker->passedOver,
            ));
        }
        $scan->save();
        $this->workspace->update(['scanned_at' => now()]);
        $this->known = [];
        if ($scan->changed > 0) {
            Pulse::tell($this->workspace, Pulse::DOCUMENTS);
        }
    }

    private function loadKnown(): void
    {
        $this->known = [];
        $rows = DB::table('documents')->leftJoin('drafts', 'drafts.document_id', '=', 'documents.id')
            ->where('workspace_id', $this->workspace->id)->whereNotNull('file_key')
            ->select(['documents.id', 'path', 'stat', 'seen_at', 'saved_hash', 'is_gone', 'revision', 'title', 'drafts.hash as draft_hash']);
        foreach ($rows->cursor() as $row) {
            $this->known[$row->path] = $row;
        }
    }

    /** @return bool whether its content differs from what was known */
    private function take(FileReport $facts, FileStat $stat): bool
    {
        $known = $this->known[$facts->path] ?? null;
        if ($facts->hash === null) {
            return $this->unreadable($facts, $stat, $known);
        }
        if ($known !== null && $known->saved_hash === $facts->hash && ! $known->is_gone) {
            DB::table('documents')->where('id', $known->id)->update(['stat' => $stat->signature, 'seen_at' => $facts->seenAt, 'is_writable' => $this->files->isWritable($facts->path, $stat)]);

            return false;
        }
        $this->add($facts, $facts->hash, $stat, $known);

        return true;
    }

    /** @param ?object{id: string, revision: int, draft_hash: ?string, title: ?string} $known */
    private function add(FileReport $facts, string $hash, FileStat $stat, ?object $known): void
    {
        $id = $known->id ?? strtolower((string) Str::ulid());
        $columns = Document::columns($facts->path);
        $draft = $known->draft_hash ?? null;
        if ($draft === $hash) {
            $this->caughtUp[] = $id;
        }
        $this->documents[] = [
            'id' => $id, 'workspace_id' => $this->workspaceId, ...$columns, 'file_key' => $columns['path_key'],
            'title' => $draft === null || $draft === $hash ? $facts->title : $known?->title,
            'note' => $facts->note, 'saved_hash' => $hash,
            'size' => $stat->size, 'stat' => $stat->signature, 'seen_at' => $facts->seenAt, 'is_gone' => false,
            'is_writable' => $this->files->isWritable($facts->path, $stat),
            'revision' => ($known->revision ?? 0) + ($known !== null && $draft === null ? 1 : 0),
            'created_at' => $this->now, 'updated_at' => $this->now,
        ];
        if ($known !== null) {
            $this->reread[] = $id;
        }
        foreach ($facts->references as $row) {
            $this->references[] = ['workspace_id' => $this->workspaceId, 'document_id' => $id, 'in_draft' => false] + $row;
        }
    }

    /**
     * A file that has vanished since the walk saw it is no error; one that cannot be read stays a leaf with a note.
     *
     * @param ?object{id: string, revision: int, draft_hash: ?string, title: ?string} $known
     */
    private function unreadable(FileReport $facts, FileStat $stat, ?object $known): bool
    {
        if ($known !== null || $this->files->stat($facts->path) === null) {
            return false;
        }
        $note = new FileReport($facts->path, hash('sha256', ''), 0, null, 'The file cannot be read: permission is missing.', []);
        $this->add($note, hash('sha256', ''), $stat, null);

        return true;
    }

    private function flush(): void
    {
        DB::transaction(function (): void {
            foreach (array_chunk($this->reread, 500) as $ids) {
                DB::table('document_references')->whereIn('document_id', $ids)->where('in_draft', false)->delete();
            }
            if ($this->documents !== []) {
                BulkInsert::into('documents', $this->documents, array_values(array_diff(array_keys($this->documents[0]), ['id', 'created_at'])));
            }
            BulkInsert::into('document_references', $this->references);
            if ($this->caughtUp !== []) {
                DB::table('drafts')->whereIn('document_id', $this->caughtUp)->delete();
                DB::table('document_references')->whereIn('document_id', $this->caughtUp)->where('in_draft', true)->delete();
            }
        });
        $this->documents = $this->references = $this->reread = $this->caughtUp = [];
    }

    /**
     * @param  array<string, true>  $seen
     * @param  list<string>  $passedOver  folders of which nothing is known now
     */
    private function markGone(array $seen, array $passedOver): int
    {
        $gone = [];
        foreach ($this->known as $path => $known) {
            if (! isset($seen[$path]) && ! $known->is_gone && ! $this->isBelow((string) $path, $passedOver)) {
                $gone[] = $known->id;
            }
        }
        foreach (array_chunk($gone, 500) as $ids) {
            DB::table('documents')->whereIn('id', $ids)->update(['is_gone' => true, 'updated_at' => now()]);
        }

        return count($gone);
    }

    /** @param list<string> $folders */
    private function isBelow(string $path, array $folders): bool
    {
        for ($folder = Path::folderOf($path); ; $folder = Path::folderOf($folder)) {
            if (in_array($folder === '' ? '.' : $folder, $folders, true)) {
                return true;
            }
            if ($folder === '') {
                return false;
            }
        }
    }

    private function isStopped(Scan $scan): bool
    {
        if (Scan::query()->whereKey($scan->id)->value('state') !== Scan::STOPPED) {
            return false;
        }
        $scan->state = Scan::STOPPED;

        return true;
    }
}
