<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Document;
use App\Models\Operation as OperationRecord;
use App\Models\OperationLine;
use App\Models\Workspace;
use App\Support\BulkInsert;
use App\Support\ManyValues;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Pulse;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Plan\PlanLine;
use Hafenbuch\Core\Plan\ReasonKind;
use Hafenbuch\Core\Write\FileChange;
use Hafenbuch\Core\Write\Journal;
use Hafenbuch\Core\Write\Operation;
use Hafenbuch\Core\Write\TakingBack;
use Hafenbuch\Core\Write\UnableToRead;
use Hafenbuch\Core\Write\UnableToWrite;
use Illuminate\Support\Facades\DB;

/** The logbook's tables as the journal of the transaction. */
final class DatabaseJournal implements Journal
{
    private const TRIES = 5;

    private bool $hasBegun = false;

    public function __construct(
        private readonly Workspace $workspace,
        private readonly DiskContentStore $contents,
        private readonly ?LogEntry $entry = null,
        private readonly ?ArrivingContents $arriving = null,
    ) {}

    public function prepared(Operation $operation): void
    {
        $entry = $this->entry ?? throw new \LogicException('Only a new operation can be prepared.');
        DB::transaction(function () use ($operation, $entry): void {
            OperationRecord::query()->create([
                'id' => $operation->id,
                'workspace_id' => $this->workspace->id,
                'number' => OperationRecord::nextNumber($this->workspace),
                'kind' => $entry->kind,
                'state' => OperationRecord::PREPARED,
                'user_id' => $entry->personId,
                'note' => $entry->note,
                'undoes_id' => $entry->undoesId,
                'new_folders' => $operation->newFolders,
                'old_folders' => $operation->oldFolders,
                'created_at' => now(),
            ]);
            $this->makeDocuments($entry->lines);
            BulkInsert::into('operation_lines', $this->rows($operation, $entry->lines));
        }, self::TRIES);
        $this->hasBegun = true;
    }

    /** Whether the operation is recorded, so that it will be finished whatever happens. */
    public function hasBegun(): bool
    {
        return $this->hasBegun;
    }

    public function written(Operation $operation): void
    {
        OperationRecord::query()->whereKey($operation->id)->where('state', OperationRecord::PREPARED)->update(['state' => OperationRecord::WRITTEN]);
    }

    public function rolledBack(Operation $operation, string $why): void
    {
        $made = OperationLine::query()->where('operation_id', $operation->id)->where(static fn ($lines) => $lines->whereNotNull('origin_id')->orWhere('reason', ReasonKind::TakenIn->value))->pluck('document_id')->filter()->all();
        Document::query()->whereIn('id', $made)->whereNotNull('dropped_at')->whereNull('saved_hash')->whereDoesntHave('draft')->whereDoesntHave('versions')->delete();
        $this->close($operation, ['state' => OperationRecord::ROLLED_BACK, 'message' => $why]);
    }

    public function needsPerson(Operation $operation, array $found, string $why): void
    {
        $files = WorkspaceFiles::of($this->workspace);
        foreach ($found + $this->unkept($files, $operation) as $path => $hash) {
            try {
                if ($hash !== null && ! $this->contents->has($hash)) {
                    $this->contents->put($files->open((string) $path));
                }
            } catch (UnableToRead|UnableToWrite|InvalidPath $failure) {
                $why .= " What is in {$path} now could not be kept: {$failure->getMessage()}";
            }
        }
        $this->close($operation, ['state' => OperationRecord::NEEDS_PERSON, 'message' => $why, 'found' => $found]);
    }

    /**
     * What was to be moved, is kept nowhere, and has something else at its other place, so that it cannot just be named anew.
     *
     * @return array<string, string> by the path where it is now: its hash
     */
    private function unkept(WorkspaceFiles $files, Operation $operation): array
    {
        $unkept = [];
        foreach ($operation->changes as $change) {
            $source = $operation->sourceOf($change);
            if ($source === null || $this->contents->has((string) $change->after) || ! $files->has($change->path) || ! $files->has($source)) {
                continue;
            }
            foreach ([$change->path, $source] as $path) {
                if (TakingBack::lookAt($files, $path) === $change->after) {
                    $unkept[$path] = (string) $change->after;
                }
            }
        }

        return $unkept;
    }

    public function unfinished(): array
    {
        $records = OperationRecord::query()->with('lines')
            ->where('workspace_id', $this->workspace->id)->where('state', OperationRecord::PREPARED)->orderBy('number')->get();

        return array_values($records->map(self::operation(...))->all());
    }

    /** The files of a logbook entry, as the transaction sees them. */
    public static function operation(OperationRecord $record): Operation
    {
        return new Operation(
            $record->id,
            self::changes(array_values($record->lines->map(static fn (OperationLine $line): PlanLine => $line->planLine())->all())),
            $record->new_folders,
            $record->old_folders,
        );
    }

    /**
     * @param  list<PlanLine>  $lines
     * @return list<FileChange>
     */
    public static function changes(array $lines): array
    {
        $changes = [];
        $places = [];
        foreach ($lines as $line) {
            $places[$line->documentId][] = $line->path;
        }
        foreach ($lines as $line) {
            if (! $line->action->touchesFile()) {
                continue;
            }
            $other = $changes[$line->path] ?? null;
            $like = array_values(array_diff($places[$line->documentId], [$line->path]))[0] ?? null;
            // Where one document makes room for another, its path is written once.
            $changes[$line->path] = $other === null
                ? new FileChange($line->path, $line->before, $line->after, $like)
                : new FileChange($line->path, $other->before ?? $line->before, $other->after ?? $line->after, $like);
        }

        return array_values($changes);
    }

    /**
     * The documents that the operation makes, out of sight until it is done.
     *
     * @param  list<PlanLine>  $lines
     */
    private function makeDocuments(array $lines): void
    {
        $made = array_filter($lines, static fn (PlanLine $line): bool => $line->mayMakeDocument());
        $known = ManyValues::among(Document::query(), 'id', array_map(static fn (PlanLine $line): string => $line->documentId, $made))->pluck('id', 'id')->all();
        $rows = [];
        foreach ($made as $line) {
            if (! isset($known[$line->documentId])) {
                $now = now()->format('Y-m-d H:i:s.v');
                $rows[] = ['id' => $line->documentId, 'workspace_id' => $this->workspace->id, ...Document::columns($line->path), 'dropped_at' => $now, 'created_at' => $now, 'updated_at' => $now];
            }
        }
        BulkInsert::into('documents', $rows);
    }

    /**
     * @param  list<PlanLine>  $lines
     * @return list<array<string, mixed>>
     */
    private function rows(Operation $operation, array $lines): array
    {
        $sizes = $this->sizes($lines);
        $rows = [];
        foreach ($lines as $position => $line) {
            $rows[] = [
                'operation_id' => $operation->id, 'position' => $position, 'document_id' => $line->documentId,
                'path' => $line->path, 'action' => $line->action->value,
                'before_hash' => $line->before, 'after_hash' => $line->after,
                'before_size' => $line->action->touchesFile() ? $sizes[(string) $line->before] ?? null : null, 'after_size' => $line->action->touchesFile() ? $sizes[(string) $line->after] ?? null : null,
                'draft_before' => $line->draftBefore, 'draft_after' => $line->draftAfter, 'origin_id' => $line->origin,
                'reason' => $line->reason->kind->value, 'reason_of' => $line->reason->of,
                'marking' => $line->marking === null ? null : json_encode([$line->marking->before, $line->marking->after], JSON_THROW_ON_ERROR),
            ];
        }

        return $rows;
    }

    /**
     * @param  list<PlanLine>  $lines
     * @return array<string, ?int> by the hash of a content that is written or goes: its bytes
     */
    private function sizes(array $lines): array
    {
        $sizes = array_column(MovedFiles::unkept($this->workspace, $lines), 1, 0);
        foreach ($lines as $line) {
            foreach ($line->action->touchesFile() ? array_filter([$line->before, $line->after]) : [] as $hash) {
                $sizes[$hash] ??= ($this->arriving ?? $this->contents)->size($hash);
            }
        }

        return $sizes;
    }

    /** @param array<string, mixed> $values */
    private function close(Operation $operation, array $values): void
    {
        OperationRecord::query()->findOrFail($operation->id)->update(['finished_at' => now(), ...$values]);
        Pulse::tell($this->workspace, Pulse::DOCUMENTS, Pulse::LOGBOOK);
    }
}
