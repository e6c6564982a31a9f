<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Document;
use App\Models\Operation as OperationRecord;
use App\Models\User;
use App\Models\Workspace;
use App\Rights\FolderRights;
use App\Rights\NotAllowed;
use App\Support\ManyValues;
use App\Support\SharedProgress;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\LettingGo;
use App\Workspace\Files\SeenContents;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Reading\Formats;
use App\Workspace\Sources;
use App\Workspace\WorkspaceLock;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Plan\Arrival;
use Hafenbuch\Core\Plan\Choice;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Plan\PlanLine;
use Hafenbuch\Core\Plan\Relinking;
use Hafenbuch\Core\Write\FileChanged;
use Hafenbuch\Core\Write\Operation;
use Hafenbuch\Core\Write\Outcome;
use Hafenbuch\Core\Write\Recovery;
use Hafenbuch\Core\Write\Transaction;
use Illuminate\Support\Str;

/** Carries plans out, and finishes what a crash has left. One operation at a time runs in a workspace. */
final readonly class Execution
{
    public function __construct(private Planning $planning, private Reconciliation $reconciliation, private DiskContentStore $contents, private LettingGo $lettingGo) {}

    /**
     * @param  array<string, Choice|Decision>  $choices  by document id
     * @param  ?string  $fingerprint  of the plan that the person has read; null: whatever the plan is now
     * @param  ?string  $kind  what the logbook calls it; null: what the choices amount to
     * @param  ?Relinking  $relinking  references that are to end elsewhere, and files that come in
     * @return ?OperationRecord null: there was nothing to do
     *
     * @throws PlanChanged|PlanBlocked
     */
    public function save(Workspace $workspace, User $person, array $choices, ?string $fingerprint, ?string $note, ?string $kind = null, ?Relinking $relinking = null): ?OperationRecord
    {
        return WorkspaceLock::hold($workspace, function () use ($workspace, $person, $choices, $fingerprint, $note, $kind, $relinking): ?OperationRecord {
            $this->recover($workspace);
            $prepared = $this->planning->prepare($workspace, $person, $choices, $relinking);
            $plan = $prepared->plan;
            self::accept($plan, $fingerprint);

            if ($plan->isEmpty()) {
                return null;
            }
            $sources = Sources::of($workspace, $person);
            $arriving = new ArrivingContents($this->contents, $sources);
            $lines = $this->named($workspace, $plan, $relinking ?? Relinking::none(), $arriving, $sources);

            return $this->run($workspace, new LogEntry($kind ?? $prepared->decided->act->value, $person->id, $lines, $note), $this->emptied($plan), $arriving);
        });
    }

    /** @throws PlanChanged|PlanBlocked */
    public static function accept(Plan $plan, ?string $fingerprint): void
    {
        if ($fingerprint !== null && ! hash_equals($plan->fingerprint, $fingerprint)) {
            throw PlanChanged::to($plan);
        }
        if ($plan->isBlocked()) {
            throw PlanBlocked::by($plan);
        }
    }

    /**
     * Under the workspace’s lock, after recovery.
     *
     * @param  list<string>  $oldFolders  that go if they are empty afterwards
     * @param  ?ArrivingContents  $arriving  what comes in from elsewhere; null: nothing does
     *
     * @throws NotAllowed where the person has lost the right meanwhile
     * @throws WrittenMeanwhile where the files are written and the tables cannot follow now
     */
    public function run(Workspace $workspace, LogEntry $entry, array $oldFolders = [], ?ArrivingContents $arriving = null): OperationRecord
    {
        $this->mustWrite($workspace, $entry);
        $operation = new Operation(strtolower((string) Str::ulid()), DatabaseJournal::changes($entry->lines), [], $oldFolders);
        $journal = new DatabaseJournal($workspace, $this->contents, $entry, $arriving);
        $progress = new SharedProgress(SharedProgress::inWorkspace($workspace->id), $operation->id);
        try {
            (new Transaction($this->files($workspace, $entry->lines), $arriving ?? $this->contents, $journal, $progress))->run($operation);
        } catch (\PDOException $failure) {
            throw $journal->hasBegun() ? WrittenMeanwhile::inTheMiddle($failure) : $failure;
        } finally {
            $progress->end();
        }
        try {
            $this->reconciliation->run($workspace, $operation->id);

            return OperationRecord::query()->with('lines', 'person')->findOrFail($operation->id);
        } catch (\PDOException $failure) {
            throw WrittenMeanwhile::because($failure);
        }
    }

    /**
     * The workspace’s files, and what the tables know of the large ones.
     *
     * @param  list<PlanLine>  $lines
     */
    private function files(Workspace $workspace, array $lines): WorkspaceFiles
    {
        $files = WorkspaceFiles::of($workspace, $this->lettingGo);
        $ids = array_unique(array_map(static fn (PlanLine $line): string => $line->documentId, $lines));
        foreach (ManyValues::portions($ids) as $chunk) {
            $rows = ManyValues::among(Document::query(), 'id', $chunk)->whereNotNull('saved_hash')->where('size', '>=', SeenContents::LARGE)->toBase()->get(['path', 'stat', 'seen_at', 'saved_hash']);
            foreach ($rows as $row) {
                $files->known($row->path, $row->stat, (int) $row->seen_at, $row->saved_hash);
            }
        }

        return $files;
    }

    /**
     * Roles and rights change under the workspace’s lock too, so what is found here holds until the operation ends.
     *
     * @throws NotAllowed
     */
    private function mustWrite(Workspace $workspace, LogEntry $entry): void
    {
        $workspace->forgetRoles();
        $rights = FolderRights::of($workspace, User::query()->findOrFail($entry->personId));
        foreach ($entry->lines as $line) {
            $why = $rights->withheld($line->path);
            if ($why !== null) {
                throw new NotAllowed($why);
            }
        }
    }

    /** @return array<string, Outcome> by operation id */
    public function recoverNow(Workspace $workspace): array
    {
        return WorkspaceLock::hold($workspace, fn (): array => $this->recover($workspace));
    }

    /**
     * Under the workspace’s lock.
     *
     * @return array<string, Outcome> by operation id
     */
    public function recover(Workspace $workspace): array
    {
        $outcomes = (new Recovery(WorkspaceFiles::of($workspace), $this->contents, new DatabaseJournal($workspace, $this->contents)))->run();
        $written = OperationRecord::query()->where('workspace_id', $workspace->id)->where('state', OperationRecord::WRITTEN)->orderBy('number')->pluck('id');
        foreach ($written as $id) {
            $isWhole = $this->reconciliation->run($workspace, $id);
            $outcomes[$id] = $isWhole ? Outcome::Finished : Outcome::NeedsPerson;
        }

        return $outcomes;
    }

    /**
     * Keeps the contents that the plan writes, and gives an id to each document that it makes.
     *
     * @return list<PlanLine>
     */
    private function named(Workspace $workspace, Plan $plan, Relinking $relinking, ArrivingContents $arriving, Sources $sources): array
    {
        $this->contents->putAll((static function () use ($plan): \Generator {
            foreach ($plan->contents as $bytes) {
                yield DiskContentStore::stream($bytes);
            }
        })());
        $this->keepArrivals($workspace, $plan, $relinking, $arriving, $sources);
        $this->keepFiles($workspace, $plan, $arriving);

        return array_map(static fn (PlanLine $line): PlanLine => $line->makesDocument() ? $line->of(strtolower((string) Str::ulid())) : $line, $plan->lines);
    }

    /** Files that are copied as they are have their content nowhere else yet; that of media needs no third place. */
    private function keepFiles(Workspace $workspace, Plan $plan, ArrivingContents $arriving): void
    {
        $sources = $places = [];
        $moved = MovedFiles::unkept($workspace, $plan->lines);
        foreach ($plan->lines as $line) {
            if ($line->action->writes() && $line->after !== null && ! isset($moved[$line->documentId]) && ! $this->contents->hold($line->after) && ! $arriving->has($line->after)) {
                $sources[$line->origin ?? $line->documentId] = $line->after;
                $places[$line->after][] = $line->path;
            }
        }
        $files = WorkspaceFiles::of($workspace);
        $formats = Formats::of($workspace);
        foreach (array_chunk($sources, ManyValues::AT_ONCE, true) as $chunk) {
            $rows = ManyValues::among(Document::query(), 'id', array_keys($chunk))->toBase()->get(['id', 'path', 'stat', 'seen_at'])->keyBy('id')->all();
            $kept = array_filter($rows, static fn (object $row): bool => array_filter([$row->path, ...$places[$chunk[$row->id]]], static fn (string $path): bool => $formats->forPath($path) !== null) !== []
                || ! $arriving->stay($chunk[$row->id], new ContentInPlace($row->path, $row->stat, (int) $row->seen_at, static fn (): array => [$files, $row->path])));
            $hashes = $this->contents->putAll((static function () use ($kept, $files): \Generator {
                foreach ($kept as $row) {
                    yield $files->open($row->path);
                }
            })());
            foreach (array_values($kept) as $index => $row) {
                if ($hashes[$index] !== $chunk[$row->id]) {
                    throw FileChanged::at($row->path);
                }
            }
        }
    }

    /** Files from elsewhere that come in as they are; each must still hold what the plan has seen. */
    private function keepArrivals(Workspace $workspace, Plan $plan, Relinking $relinking, ArrivingContents $arriving, Sources $sources): void
    {
        $written = array_fill_keys(array_filter(array_map(static fn (PlanLine $line): ?string => $line->action->writes() ? $line->after : null, $plan->lines)), true);
        $arrivals = array_values(array_filter($relinking->arrivals, fn (Arrival $arrival): bool => isset($written[$arrival->hash]) && ! $this->contents->hold($arrival->hash)));
        $formats = Formats::of($workspace);
        // Of what can be written here every state is kept, from the first on.
        $isWritten = static fn (Arrival $arrival): bool => $formats->forPath($arrival->to) !== null || $formats->forPath($arrival->from) !== null;
        $others = [...array_filter($arrivals, $isWritten), ...$arriving->take(array_values(array_filter($arrivals, static fn (Arrival $arrival): bool => ! $isWritten($arrival))))];
        foreach (array_chunk(array_values($others), 1000) as $chunk) {
            $hashes = $this->contents->putAll((static function () use ($chunk, $sources): \Generator {
                foreach ($chunk as $arrival) {
                    yield $sources->open($arrival->from);
                }
            })());
            foreach ($chunk as $index => $arrival) {
                if ($hashes[$index] !== $arrival->hash) {
                    throw FileChanged::at($arrival->from);
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
}
