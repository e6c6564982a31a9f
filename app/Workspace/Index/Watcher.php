<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Operation;
use App\Models\OperationLine;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Pulse;
use App\Workspace\WorkspaceLock;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Plan\ReasonKind;
use Illuminate\Support\Facades\DB;

/** Notices what other programs do to the files of open documents. */
final readonly class Watcher
{
    private const WAIT_SECONDS = 1;

    public function __construct(private FileLook $look) {}

    /** @return int how many documents had changed */
    public function look(Workspace $workspace): int
    {
        $files = WorkspaceFiles::of($workspace);
        $suspects = array_filter($this->openDocuments($workspace), static fn (object $row): bool => self::isSuspect($files, $row));
        if ($suspects === []) {
            return 0;
        }
        try {
            // What a save under way has changed is known when it has ended; what is left came from outside.
            $recorded = $this->look->at($workspace, array_values(array_column($suspects, 'path')), self::WAIT_SECONDS);
        } catch (Refused) {
            return 0; // The next look tells, and other workspaces do not wait for this one.
        }
        $outside = array_filter($recorded->changes, static fn (RecordedChange $change): bool => ! $change->hasDraft && $change->before !== null);
        if ($outside !== []) {
            WorkspaceLock::hold($workspace, fn () => array_walk($outside, fn (RecordedChange $change) => $this->note($workspace, $change)), WorkspaceLock::BACKGROUND_WAITS);
        }
        if ($recorded->documents() !== []) {
            Pulse::changed($workspace, $recorded->documents(), Pulse::LOGBOOK);
        }

        return count($recorded->documents());
    }

    /** @return list<object{id: string, path: string, stat: string, seen_at: int, is_gone: int}> */
    private function openDocuments(Workspace $workspace): array
    {
        return DB::table('documents')->where('workspace_id', $workspace->id)->whereNotNull('file_key')
            ->whereExists(static fn ($open) => $open->from('quay_items')->whereColumn('document_id', 'documents.id'))
            ->get(['id', 'path', 'stat', 'seen_at', 'is_gone'])->all();
    }

    /** @param object{path: string, stat: string, seen_at: int, is_gone: int} $row */
    private static function isSuspect(WorkspaceFiles $files, object $row): bool
    {
        try {
            $stat = $files->stat($row->path);
        } catch (InvalidPath) {
            $stat = null;
        }
        if ($stat === null || $row->is_gone) {
            return ($stat === null) !== (bool) $row->is_gone;
        }

        return ! $stat->proves($row->stat, $row->seen_at);
    }

    private function note(Workspace $workspace, RecordedChange $change): void
    {
        DB::transaction(static function () use ($workspace, $change): void {
            $entry = Operation::query()->create([
                'workspace_id' => $workspace->id, 'number' => Operation::nextNumber($workspace),
                'kind' => Operation::OUTSIDE, 'state' => Operation::DONE, 'new_folders' => [], 'old_folders' => [],
                'created_at' => now(), 'finished_at' => now(),
            ]);
            OperationLine::query()->create([
                'operation_id' => $entry->id, 'position' => 0, 'document_id' => $change->documentId, 'path' => $change->path,
                'action' => Action::Write->value, 'before_hash' => $change->before, 'after_hash' => $change->after,
                'before_size' => $change->beforeSize, 'after_size' => $change->afterSize, 'reason' => ReasonKind::Outside->value, 'is_reconciled' => true,
            ]);
        });
    }
}
