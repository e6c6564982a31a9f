<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Document;
use App\Models\Operation as OperationRecord;
use App\Models\OperationLine;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Index\SnapshotReader;
use App\Workspace\Pulse;
use App\Workspace\WorkspaceLock;
use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Rewriter;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Plan\PlanLine;
use Hafenbuch\Core\Plan\Planner;
use Hafenbuch\Core\Plan\Reason;
use Hafenbuch\Core\Plan\Rewriting;
use Hafenbuch\Core\Plan\UndoPlanner;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Write\FileChanged;
use Hafenbuch\Core\Write\Operation;
use Hafenbuch\Core\Write\Outcome;
use Hafenbuch\Core\Write\Recovery;
use Hafenbuch\Core\Write\Transaction;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Plans and executes: saves, and taking them back. */
final readonly class SaveDesk
{
    public function __construct(
        private SnapshotReader $snapshots,
        private Planner $planner,
        private UndoPlanner $undoPlanner,
        private Reconciliation $settlement,
        private DiskContentStore $contents,
        private FormatRegistry $formats,
    ) {}

    /** @param array<string, Decision> $decisions by document id */
    public function plan(Workspace $workspace, User $person, array $decisions): Plan
    {
        $paths = array_values(array_filter(array_map(static fn (Decision $decision): ?string => $decision->path, $decisions)));
        $ids = array_map(strval(...), array_keys($decisions));
        foreach ($decisions as $decision) {
            array_push($ids, ...$decision->followers);
        }
        $snapshot = $this->snapshots->around($workspace, array_values(array_unique($ids)), $person, array_values(array_unique($paths)));

        return $this->planner->plan($snapshot, $decisions, $this->rewriting($workspace));
    }

    /**
     * The contents before and after one line of a plan, both in the store afterwards.
     *
     * @return array{?string, ?string} hashes
     *
     * @throws Refused|\Hafenbuch\Core\Write\UnableToRead
     */
    public function contentsOf(Workspace $workspace, Plan $plan, string $path): array
    {
        foreach ($plan->lines as $line) {
            if ($line->path === $path) {
                $isFile = $line->action->touchesFile();
                $hashes = $isFile ? [$line->before, $line->after] : [$line->draftBefore ?? $line->before, $line->draftAfter ?? $line->after];
                foreach ($hashes as $hash) {
                    if ($hash !== null && ! $this->contents->has($hash)) {
                        isset($plan->contents[$hash]) ? $this->contents->putBytes($plan->contents[$hash]) : $this->contents->put(WorkspaceFiles::of($workspace)->open($path));
                    }
                }

                return $hashes;
            }
        }

        throw Refused::because("The plan has no line for {$path} any more.");
    }

    private function rewriting(Workspace $workspace): Rewriting
    {
        return new Rewriting(new WorkspaceContents($workspace, $this->contents), new Rewriter($this->formats, new Resolver($workspace->root)));
    }

    /**
     * @param  array<string, Decision>  $decisions
     * @param  ?string  $fingerprint  of the plan that the person has read; null: whatever the plan is now
     *
     * @throws PlanChanged|PlanBlocked
     */
    public function save(Workspace $workspace, User $person, array $decisions, ?string $fingerprint, ?string $note, string $kind = OperationRecord::SAVE): ?OperationRecord
    {
        return WorkspaceLock::hold($workspace, function () use ($workspace, $person, $decisions, $fingerprint, $note, $kind): ?OperationRecord {
            $this->recover($workspace);
            $plan = $this->plan($workspace, $person, $decisions);
            $this->accept($plan, $fingerprint);

            return $plan->isEmpty() ? null : $this->execute($workspace, new LogEntry($kind, $person->id, $this->named($workspace, $plan), $note), $this->emptied($plan));
        });
    }

    /**
     * Keeps the contents that the plan writes, and gives an id to each document that it makes.
     *
     * @return list<PlanLine>
     */
    private function named(Workspace $workspace, Plan $plan): array
    {
        $this->contents->putAll((static function () use ($plan): \Generator {
            foreach ($plan->contents as $bytes) {
                yield DiskContentStore::stream($bytes);
            }
        })());
        $this->keepFiles($workspace, $plan);

        return array_map(static fn (PlanLine $line): PlanLine => $line->makesDocument() ? $line->of(strtolower((string) Str::ulid())) : $line, $plan->lines);
    }

    /** Files that are copied or moved as they are have their content nowhere else yet. */
    private function keepFiles(Workspace $workspace, Plan $plan): void
    {
        $sources = [];
        foreach ($plan->lines as $line) {
            if ($line->action->writes() && $line->after !== null && ! $this->contents->hold($line->after)) {
                $sources[$line->origin ?? $line->documentId] = $line->after;
            }
        }
        $files = WorkspaceFiles::of($workspace);
        foreach (array_chunk($sources, 1000, true) as $chunk) {
            $paths = Document::query()->whereIn('id', array_keys($chunk))->pluck('path', 'id')->all();
            $hashes = $this->contents->putAll((static function () use ($paths, $files): \Generator {
                foreach ($paths as $path) {
                    yield $files->open($path);
                }
            })());
            foreach (array_keys($paths) as $index => $id) {
                if ($hashes[$index] !== $chunk[$id]) {
                    throw FileChanged::at($paths[$id]);
                }
            }
        }
    }

    /** @return list<string> the folders that the plan takes files from, outermost first; those left empty go */
    private function emptied(Plan $plan): array
    {
        $folders = [];
        foreach ($plan->lines as $line) {
            for ($folder = Path::folderOf($line->path); $line->action === Action::Remove && $folder !== ''; $folder = Path::folderOf($folder)) {
                $folders[$folder] = substr_count($folder, '/');
            }
        }
        asort($folders);

        return array_map(strval(...), array_keys($folders));
    }

    public function planUndo(Workspace $workspace, OperationRecord $entry): Plan
    {
        $done = array_values($entry->lines->map(static fn (OperationLine $line): PlanLine => $line->planLine())->all());
        foreach ($done as $line) {
            foreach ([$line->before, $line->draftBefore] as $hash) {
                if ($line->action->touchesFile() && $hash !== null && ! $this->contents->has($hash)) {
                    throw Refused::because("Entry {$entry->number} cannot be taken back any more: what {$line->path} was before is not kept. Entries can be taken back for the number of days in the settings; look among the versions of {$line->path} for what you need.");
                }
            }
        }
        $files = WorkspaceFiles::of($workspace);
        $onDisk = [];
        foreach ($done as $line) {
            $onDisk[$line->path] = $line->action->touchesFile() ? $files->look($line->path) : OnDisk::nothing();
        }

        return $this->undoPlanner->plan($entry->number, $done, $onDisk, $this->savedReferrers($workspace, $done));
    }

    /** @throws PlanChanged|PlanBlocked|Refused */
    public function undo(Workspace $workspace, User $person, OperationRecord $entry, ?string $fingerprint, ?string $note = null): OperationRecord
    {
        return WorkspaceLock::hold($workspace, function () use ($workspace, $person, $entry, $fingerprint, $note): OperationRecord {
            $this->recover($workspace);
            $entry->refresh();
            if ($entry->kind === OperationRecord::OUTSIDE) {
                throw Refused::because("Entry {$entry->number} was made by another program, so there is nothing of ours to take back.");
            }
            if ($entry->state !== OperationRecord::DONE) {
                throw Refused::because("Entry {$entry->number} is “{$entry->state}”; only an entry that is done can be taken back.");
            }
            $plan = $this->planUndo($workspace, $entry);
            $this->accept($plan, $fingerprint);

            return $this->execute($workspace, new LogEntry(OperationRecord::UNDO, $person->id, $plan->lines, $note, $entry->id), $entry->new_folders);
        });
    }

    /**
     * Settles an operation of which recovery could not tell: every file becomes as it was to be, or as it was before,
     * as an operation of its own, so that this can be taken back too. What nobody expected is kept in the store.
     *
     * @throws Refused|PlanChanged
     */
    public function settle(Workspace $workspace, User $person, OperationRecord $entry, Resolution $how): ?OperationRecord
    {
        return WorkspaceLock::hold($workspace, function () use ($workspace, $person, $entry, $how): ?OperationRecord {
            $entry->refresh();
            if ($entry->state !== OperationRecord::NEEDS_PERSON) {
                throw Refused::because("Entry {$entry->number} is “{$entry->state}” and asks for nothing.");
            }
            $lines = $how === Resolution::Keep ? [] : $this->settlingLines($workspace, $entry, $how);
            $done = $lines === [] ? null : $this->execute($workspace, new LogEntry(OperationRecord::SETTLE, $person->id, $lines, null, null));
            $entry->update(['state' => OperationRecord::SETTLED, 'message' => $how->words()]);
            Pulse::tell($workspace, Pulse::LOGBOOK);

            return $done;
        });
    }

    /** @return list<PlanLine> */
    private function settlingLines(Workspace $workspace, OperationRecord $entry, Resolution $how): array
    {
        $files = WorkspaceFiles::of($workspace);
        $lines = [];
        foreach ($entry->lines as $line) {
            $plan = $line->planLine();
            $wanted = $how === Resolution::Finish ? $plan->after : $plan->before;
            $now = $plan->action->touchesFile() ? $files->hash($plan->path) : $wanted;
            if ($now !== $wanted) {
                $action = $wanted === null ? Action::Remove : ($now === null ? Action::Create : Action::Write);
                $lines[] = new PlanLine($plan->documentId, $plan->path, $action, $now, $wanted, Reason::settles($entry->number));
            }
        }

        return $lines;
    }

    /** @return array<string, Outcome> by operation id */
    public function recoverNow(Workspace $workspace): array
    {
        return WorkspaceLock::hold($workspace, fn (): array => $this->recover($workspace));
    }

    /** @return array<string, Outcome> */
    private function recover(Workspace $workspace): array
    {
        $journal = new DatabaseJournal($workspace, $this->settlement, $this->contents);

        return (new Recovery(WorkspaceFiles::of($workspace), $this->contents, $journal))->run();
    }

    private function accept(Plan $plan, ?string $fingerprint): void
    {
        if ($fingerprint !== null && ! hash_equals($plan->fingerprint, $fingerprint)) {
            throw PlanChanged::to($plan);
        }
        if ($plan->isBlocked()) {
            throw PlanBlocked::by($plan);
        }
    }

    /** @param list<string> $oldFolders */
    private function execute(Workspace $workspace, LogEntry $entry, array $oldFolders = []): OperationRecord
    {
        $operation = new Operation(strtolower((string) Str::ulid()), DatabaseJournal::changes($entry->lines), [], $oldFolders);
        $journal = new DatabaseJournal($workspace, $this->settlement, $this->contents, $entry);
        $progress = new SharedProgress($workspace);
        try {
            (new Transaction(WorkspaceFiles::of($workspace), $this->contents, $journal, $progress))->run($operation);
        } finally {
            $progress->end();
        }

        return OperationRecord::query()->with('lines', 'person')->findOrFail($operation->id);
    }

    /**
     * @param  list<PlanLine>  $lines
     * @return array<string, list<string>> by path: the documents whose saved content points at it
     */
    private function savedReferrers(Workspace $workspace, array $lines): array
    {
        $ids = array_map(static fn (PlanLine $line): string => $line->documentId, $lines);
        $referrers = [];
        foreach (array_chunk(array_map(static fn (PlanLine $line): string => $line->path, $lines), 500) as $paths) {
            $rows = DB::table('document_references as r')->join('documents as d', 'd.id', '=', 'r.document_id')
                ->where('r.workspace_id', $workspace->id)->where('r.in_draft', false)
                ->whereIn('r.target_key', array_map(Document::key(...), $paths))
                ->whereNotIn('d.id', $ids)->where('d.is_gone', false)->whereNull('d.dropped_at')
                ->distinct()->get(['r.target_path', 'd.path']);
            foreach ($rows as $row) {
                $referrers[$row->target_path][] = $row->path;
            }
        }

        return $referrers;
    }
}
