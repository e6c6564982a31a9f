<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Document;
use App\Models\Scan;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Support\TableCounts;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\FileStat;
use App\Workspace\Files\TreeWalker;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Graph\WorkspaceGraphs;
use App\Workspace\Pulse;
use App\Workspace\Reading\FileReport;
use App\Workspace\Reading\Readers;
use App\Workspace\Settings;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\Path;
use Illuminate\Support\Facades\DB;

/** Brings the index up to the files of a workspace’s folder, reading only what has changed. */
final class Scanner
{
    private const PROGRESS_SECONDS = 0.5;

    /** What a save or its recovery has beside the files. */
    private const TEMPORARY_FILES = '.hafenbuch-*';

    /** A file that changes faster than it can be read is left to the next scan. */
    private const TRIES = 3;

    /** After so long a scan in the queue lets those of other workspaces go first, where any wait. */
    private const SLICE_SECONDS = 20.0;

    private const SEEN = '';

    /** Rows that are read at once. */
    private const CHUNK = 5000;

    private Workspace $workspace;

    private WorkspaceFiles $files;

    /** @var array<string, string> by path, as KnownFile packs it; SEEN once a file was met there */
    private array $paths = [];

    private int $seen = 0;

    /** @var array<string, FileStat> of the files that are being looked at */
    private array $stats = [];

    /** @var list<FoundFile> */
    private array $found = [];

    /** @var list<string> paths of files that changed while they were read */
    private array $again = [];

    /** @var list<string> ids of documents */
    private array $changed = [];

    /** When others may want to go first; null: never. */
    private ?float $sliceEnds = null;

    private bool $goesOnLater = false;

    private bool $isResumed = false;

    /** @var list<string> ids of documents that are as they were, and were read by a new edition of the readers */
    private array $reread = [];

    public function __construct(private readonly FileRecorder $recorder, private readonly WorkspaceGraphs $graphs, private readonly FormatRegistry $formats, private readonly Rereading $rereading, private readonly DiskContentStore $contents) {}

    public static function queue(Workspace $workspace): Scan
    {
        return Scan::query()->create(['workspace_id' => $workspace->id, 'state' => Scan::QUEUED]);
    }

    /**
     * A scan that others may interrupt: it is queued again then, and what it has looked at so far is recorded.
     *
     * @param  bool  $isResumed  whether it was interrupted before
     */
    public function runInTurns(Workspace $workspace, Scan $scan, bool $isResumed, float $seconds = self::SLICE_SECONDS): Scan
    {
        $this->sliceEnds = microtime(true) + $seconds;
        $this->isResumed = $isResumed;
        try {
            return $this->run($workspace, $scan);
        } finally {
            $this->sliceEnds = null;
            $this->isResumed = false;
        }
    }

    public function run(Workspace $workspace, ?Scan $scan = null): Scan
    {
        $scan ??= self::queue($workspace);
        $started = microtime(true);
        $this->begin($workspace);
        $scan->update(['state' => Scan::RUNNING]);
        $walker = new TreeWalker($this->files, $this->ignored());
        $this->look($this->suspects($walker->walk(), $scan, $started));
        if ($scan->state !== Scan::STOPPED && ! $this->goesOnLater) {
            $changed = count($this->changed);
            $counts = $this->graphs->counts($workspace);
            $this->look($this->passedOverButReferredTo($counts['strays'] === 0 ? [] : Strays::paths($workspace)));
            for ($try = 1; $this->again !== [] && $try < self::TRIES; $try++) {
                $paths = $this->again;
                $this->again = [];
                $this->look($this->at($paths));
            }
            if (! $this->goesOnLater) {
                array_push($this->reread, ...$this->rereading->drafts($workspace));
                $unseen = $this->unseen(array_keys($walker->passedOver));
                array_push($this->changed, ...$this->recorder->recordGone($workspace, $unseen, fn (string $path): bool => TreeWalker::leavesOut($path, $this->ignored())));
            }
            // They are the same still, unless something has come or gone since.
            $scan->fill(count($this->changed) === $changed && $this->reread === [] ? $counts : $this->graphs->counts($workspace));
            $scan->state = Scan::DONE;
        } else {
            $scan->fill($this->graphs->counts($workspace));
        }
        $scan->partly_read = (new PartlyReadDocuments($workspace, $this->contents))->count();
        $scan->state = $this->goesOnLater ? Scan::QUEUED : $scan->state;
        $this->finish($scan, $walker, $started);

        return $scan;
    }

    private function begin(Workspace $workspace): void
    {
        $this->workspace = $workspace;
        $this->files = WorkspaceFiles::of($workspace);
        $this->paths = $this->stats = $this->found = $this->again = $this->changed = $this->reread = [];
        $this->seen = 0;
        $this->goesOnLater = false;
        $after = '';
        do {
            $rows = DB::table('documents')->where('workspace_id', $workspace->id)->where('id', '>', $after)->orderBy('id')->limit(self::CHUNK)->get(['id', 'path', 'file_key', 'stat', 'seen_at', 'saved_hash', 'is_gone', 'read_by']);
            foreach ($rows as $row) {
                $after = $row->id;
                if ($row->file_key !== null) {
                    $isUnread = $row->read_by !== FormatRegistry::EDITION && $this->formats->forPath($row->path) !== null;
                    $known = $isUnread ? KnownFile::unread($row->seen_at, (bool) $row->is_gone) : new KnownFile((string) $row->saved_hash, $row->seen_at, (bool) $row->is_gone, $row->stat);
                    $this->paths[$row->path] = $known->packed();
                }
            }
        } while (count($rows) === self::CHUNK);
    }

    /** @return list<string> name patterns */
    private function ignored(): array
    {
        return [...Settings::of($this->workspace)->ignore(), self::TEMPORARY_FILES];
    }

    /** @param iterable<array{0: string, 1: int, 2: ?string, 3?: bool}> $suspects paths with size, known hash, and whether it is a link */
    private function look(iterable $suspects): void
    {
        // One file at a time where a whole batch has taken too long before, so that each turn gets on.
        $readers = new Readers($this->workspace->root, Settings::of($this->workspace)->ways(), batch: $this->isResumed ? 1 : Readers::BATCH_FILES);
        foreach ($this->goesOnLater ? [] : $readers->look($suspects) as $report) {
            if ($report !== null) {
                $this->take($report);
            }
            if (($report !== null || ! $this->isResumed) && $this->lettingOthersGoFirst()) {
                break;
            }
        }
        $this->record();
        $this->stats = [];
    }

    private function take(FileReport $report): void
    {
        $this->found[] = new FoundFile($report, $this->stats[$report->path]);
        unset($this->stats[$report->path]);
        if (count($this->found) >= FileRecorder::PORTION) {
            $this->record();
        }
    }

    private function lettingOthersGoFirst(): bool
    {
        if ($this->sliceEnds === null || microtime(true) < $this->sliceEnds) {
            return false;
        }
        $this->sliceEnds = microtime(true) + 1;

        return $this->goesOnLater = Scan::query()->where('state', Scan::QUEUED)->where('workspace_id', '!=', $this->workspace->id)->exists();
    }

    private function record(): void
    {
        if ($this->found === []) {
            return;
        }
        $recorded = $this->recorder->record($this->workspace, $this->found);
        $this->found = [];
        array_push($this->again, ...$recorded->again);
        array_push($this->reread, ...$recorded->reread);
        foreach ($recorded->changes as $change) {
            $this->changed[] = $change->documentId;
        }
    }

    /**
     * Those whose stat does not prove that they are as they were; tells now and then how far it is.
     *
     * @param  iterable<string, FileStat>  $files  by path
     * @return \Generator<array{0: string, 1: int, 2: ?string, 3?: bool}> paths with size, known hash, and whether it is a link
     */
    private function suspects(iterable $files, ?Scan $scan = null, float $started = 0): \Generator
    {
        $reported = $started;
        foreach ($files as $path => $stat) {
            $path = (string) $path;
            $packed = $this->paths[$path] ?? self::SEEN;
            $known = $packed === self::SEEN ? null : KnownFile::unpacked($packed);
            $this->paths[$path] = self::SEEN;
            $this->seen++;
            if ($known === null || $known->isGone || ! $stat->proves($known->stat, $known->seenAt)) {
                $this->stats[$path] = $stat;
                yield [$path, $stat->size, $known === null || $known->isGone ? null : $known->hash, $stat->isLink()];
            }
            if ($scan !== null && microtime(true) - $reported > self::PROGRESS_SECONDS) {
                $reported = microtime(true);
                if ($this->isStopped($scan)) {
                    return;
                }
                $scan->update(['files' => $this->seen, 'seconds' => $reported - $started]);
            }
        }
    }

    /**
     * @param  list<string>  $paths
     * @return \Generator<array{0: string, 1: int, 2: ?string, 3?: bool}>
     */
    private function at(array $paths): \Generator
    {
        foreach ($paths as $path) {
            $stat = $this->stat($path);
            if ($stat !== null) {
                $this->stats[$path] = $stat;
                // Whatever is known of it may be of another look.
                yield [$path, $stat->size, null, $stat->isLink()];
            }
        }
    }

    /**
     * A file whose name is left out is a document all the same where something refers to it: its reference ends there.
     *
     * @param  list<string>  $missing  paths of which nothing is known
     * @return \Generator<array{0: string, 1: int, 2: ?string, 3?: bool}>
     */
    private function passedOverButReferredTo(array $missing): \Generator
    {
        $paths = array_fill_keys($missing, true);
        foreach (array_chunk($this->notSeen(), 500) as $chunk) {
            $keys = array_map(static fn (int|string $path): string => Document::key((string) $path), $chunk);
            $paths += array_fill_keys(ManyValues::among(DB::table('document_references'), 'target_key', $keys)->where('workspace_id', $this->workspace->id)->pluck('target_path')->all(), true);
        }
        yield from $this->suspects((function () use ($paths): \Generator {
            foreach (array_keys($paths) as $path) {
                $stat = ($this->paths[$path] ?? null) === self::SEEN || fnmatch(self::TEMPORARY_FILES, Path::nameOf((string) $path)) ? null : $this->stat((string) $path);
                if ($stat !== null) {
                    yield $path => $stat;
                }
            }
        })());
    }

    private function stat(string $path): ?FileStat
    {
        try {
            $stat = $this->files->stat($path);
        } catch (InvalidPath) {
            return null;
        }

        return $stat?->isDocument() ? $stat : null;
    }

    private function finish(Scan $scan, TreeWalker $walker, float $started): void
    {
        $scan->fill(['files' => $this->seen, 'changed' => count($this->changed)]);
        if (count($this->changed) >= TableCounts::MANY) {
            TableCounts::renew();
        }
        $scan->seconds = round(microtime(true) - $started, 3);
        if ($walker->passedOver !== []) {
            $scan->message = 'Passed over: '.implode(' ', array_map(
                static fn (string $path, string $why): string => "{$path}: {$why}",
                array_keys($walker->passedOver),
                $walker->passedOver,
            ));
        }
        $scan->save();
        if (! $this->goesOnLater) {
            Workspace::query()->whereKey($this->workspace->id)->update(['scanned_at' => now()]);
        }
        $this->paths = [];
        if ($this->changed !== [] || $this->reread !== []) {
            Pulse::changed($this->workspace, [...$this->changed, ...$this->reread]);
        }
    }

    /**
     * @param  list<string>  $passedOver  folders of which nothing is known now
     * @return list<string> the paths at which there was a file and is none now
     */
    private function unseen(array $passedOver): array
    {
        return array_values(array_filter($this->notSeen(), fn (string $path): bool => ! KnownFile::unpacked($this->paths[$path])->isGone && ! $this->isBelow($path, $passedOver)));
    }

    /** @return list<string> */
    private function notSeen(): array
    {
        return array_map(strval(...), array_keys(array_filter($this->paths, static fn (string $packed): bool => $packed !== self::SEEN)));
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
