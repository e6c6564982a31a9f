<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Document;
use App\Models\Operation;
use App\Models\OperationLine;
use App\Models\Workspace;
use App\Support\DatabaseTrouble;
use App\Support\ManyValues;
use App\Workspace\Graph\StatesTold;
use App\Workspace\Index\FileLook;
use App\Workspace\Pulse;
use Hafenbuch\Core\Plan\Action;
use Illuminate\Support\Facades\DB;

/**
 * Brings the documents, drafts, versions and references in line with an operation whose files are written. It goes in
 * portions, so that a draft waits for few rows only, and can be begun again at any point: what has followed is marked on
 * its line. It is written for the rows as they are, whatever was planned.
 */
final readonly class Reconciliation
{
    /** Documents. */
    private const PORTION = 200;

    private const TRIES = 5;

    public function __construct(
        private DocumentUpdates $updates,
        private FileLook $look,
        private SecondDocuments $seconds,
        private StatesTold $states,
    ) {}

    /**
     * Under the workspace’s lock.
     *
     * @return bool whether all of it has followed; else the entry asks a person about single documents
     *
     * @throws \PDOException where the database does not answer; it can be begun again
     */
    public function run(Workspace $workspace, string $operationId): bool
    {
        $operation = Operation::query()->with('lines', 'person', 'undoes')->findOrFail($operationId);
        $pending = $operation->lines->where('is_reconciled', false)->whereNotNull('document_id')->groupBy('document_id')
            ->map(static fn ($lines): array => array_values($lines->all()))->all();
        $this->makeRoom($workspace, $operation, $pending);
        $problems = [];
        foreach (array_chunk($pending, self::PORTION, true) as $portion) {
            try {
                DB::transaction(fn () => $this->follow($workspace, $operation, $portion), self::TRIES);
            } catch (\Throwable $failure) {
                if (DatabaseTrouble::isPassing($failure)) {
                    throw $failure;
                }
                $problems += $this->oneByOne($workspace, $operation, $portion);
            }
        }
        $this->end($workspace, $operation);
        // What came from outside since is taken over now, and where the tables could not follow, what the files say.
        $this->look->at($workspace, [...array_keys($problems), ...$this->takenOver($operation)]);
        $ids = array_values(array_filter($operation->lines->pluck('document_id')->unique()->all()));
        $operation->lines->every(self::keepsPlaces(...)) && $problems === []
            ? $this->states->tell($workspace, $ids, Pulse::LOGBOOK)
            : Pulse::changed($workspace, $ids, Pulse::LOGBOOK, Pulse::QUAY);

        return $operation->state === Operation::DONE;
    }

    /** Whether a document has only become what it was on the screen already, so that all refer to the same as before. */
    private static function keepsPlaces(OperationLine $line): bool
    {
        return $line->action === Action::Write->value && $line->draft_before === $line->after_hash && $line->draft_after === null && $line->marking === null;
    }

    /** @param array<string, non-empty-list<OperationLine>> $byDocument */
    private function follow(Workspace $workspace, Operation $operation, array $byDocument): void
    {
        $this->updates->apply($workspace, $operation, $byDocument);
        $this->mark($byDocument);
    }

    /**
     * A portion that cannot follow as a whole: each document for itself, and those that cannot ask a person.
     *
     * @param  array<string, non-empty-list<OperationLine>>  $byDocument
     * @return array<string, string> by path: what kept its document from following
     */
    private function oneByOne(Workspace $workspace, Operation $operation, array $byDocument): array
    {
        $problems = [];
        foreach ($byDocument as $id => $lines) {
            try {
                DB::transaction(fn () => $this->follow($workspace, $operation, [$id => $lines]), self::TRIES);
            } catch (\Throwable $failure) {
                if (DatabaseTrouble::isPassing($failure)) {
                    throw $failure;
                }
                report($failure);
                $path = OperationLine::firstOf($lines, static fn (Action $action): bool => $action->writes())->path ?? $lines[0]->path;
                $problems[$path] = mb_substr($failure->getMessage(), 0, 1000);
                DB::transaction(fn () => $this->followFilesOnly($id, $lines, $problems[$path]), self::TRIES);
            }
        }

        return $problems;
    }

    /**
     * Only where its file is now; a look at that file tells the rest. A draft is left as it is.
     *
     * @param  non-empty-list<OperationLine>  $lines
     */
    private function followFilesOnly(string $id, array $lines, string $problem): void
    {
        $document = Document::query()->with('draft')->lockForUpdate()->find($id);
        $writing = OperationLine::firstOf($lines, static fn (Action $action): bool => $action->writes());
        if ($document !== null && $writing !== null) {
            $document->moveTo($writing->path);
            $document->fill(['saved_hash' => hash('sha256', ''), 'file_key' => $document->path_key, 'stat' => '', 'seen_at' => 0, 'is_gone' => false, 'dropped_at' => null])->save();
        } elseif ($document !== null && OperationLine::firstOf($lines, static fn (Action $action): bool => $action === Action::Remove) !== null) {
            $document->fill(['saved_hash' => null, 'size' => null, 'file_key' => null, 'stat' => '', 'is_gone' => false, 'dropped_at' => $document->draft === null ? now() : null])->save();
        }
        $this->mark([$id => $lines], $problem);
    }

    /** @param array<string, non-empty-list<OperationLine>> $byDocument */
    private function mark(array $byDocument, ?string $problem = null): void
    {
        $ids = array_map(static fn (OperationLine $line): int => $line->id, array_merge(...array_values($byDocument)));
        foreach (ManyValues::portions($ids) as $chunk) {
            OperationLine::query()->whereIn('id', $chunk)->update(['is_reconciled' => true, 'problem' => $problem]);
        }
    }

    private function end(Workspace $workspace, Operation $operation): void
    {
        DB::transaction(static function () use ($operation): void {
            $problems = OperationLine::query()->where('operation_id', $operation->id)->whereNotNull('problem')->get(['path', 'after_hash', 'problem']);
            $operation->update($problems->isEmpty() ? ['state' => Operation::DONE, 'finished_at' => now()] : [
                'state' => Operation::NEEDS_PERSON, 'finished_at' => now(), 'found' => $problems->pluck('after_hash', 'path')->all(),
                'message' => 'All files are written, but what is known of these could not follow; all others have. '
                    .$problems->map(static fn (OperationLine $line): string => "{$line->path}: {$line->problem}")->implode(' '),
            ]);
            $operation->undoes?->update(['state' => Operation::TAKEN_BACK]);
        }, self::TRIES);
    }

    /** @return list<string> the paths whose drafts were let go for what another program had put into the file */
    private function takenOver(Operation $operation): array
    {
        $lines = $operation->lines->where('action', Action::Discard->value)->whereNotNull('after_hash');
        $paths = [];
        foreach ($lines->chunk(500) as $chunk) {
            $known = ManyValues::among(Document::query(), 'id', $chunk->pluck('document_id')->all())->pluck('saved_hash', 'id');
            array_push($paths, ...$chunk->filter(static fn (OperationLine $line): bool => ($known[$line->document_id] ?? null) !== $line->after_hash)->pluck('path')->all());
        }

        return $paths;
    }

    /**
     * Frees the paths that the operation has written: documents that change places would have one path twice for a moment,
     * and a scan of an earlier version could make a second document of a file that was already there.
     *
     * @param  array<string, non-empty-list<OperationLine>>  $pending
     */
    private function makeRoom(Workspace $workspace, Operation $operation, array $pending): void
    {
        $leaving = $paths = [];
        foreach ($pending as $id => $lines) {
            foreach ($lines as $line) {
                if ($line->action === Action::Remove->value) {
                    $leaving[] = (string) $id;
                } elseif (Action::from($line->action)->writes()) {
                    $paths[$line->path] = (string) $id;
                }
            }
        }
        foreach (array_chunk($leaving, self::PORTION) as $ids) {
            DB::transaction(static fn () => Document::query()->whereIn('id', $ids)->update(['file_key' => null]), self::TRIES);
        }
        foreach (array_chunk($paths, self::PORTION, true) as $portion) {
            DB::transaction(fn () => $this->seconds->giveWay($workspace, $operation, $portion), self::TRIES);
        }
    }
}
