<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Document;
use App\Models\Operation;
use App\Models\OperationLine;
use App\Models\Workspace;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Pulse;
use App\Workspace\WorkspaceLock;
use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Plan\ReasonKind;
use Hafenbuch\Core\Write\UnableToRead;
use Hafenbuch\Core\Write\UnableToWrite;
use Illuminate\Support\Facades\DB;

/** Notices what other programs do to the files of open documents. */
final readonly class Watcher
{
    public function __construct(private Takeover $takeover) {}

    /** @return int how many documents had changed */
    public function look(Workspace $workspace): int
    {
        $files = WorkspaceFiles::of($workspace);
        $suspects = array_filter($this->openDocuments($workspace), static fn (object $row): bool => self::isSuspect($files, $row));
        if ($suspects === []) {
            return 0;
        }

        // A save under way changes files too; what is left when it has ended came from outside.
        return WorkspaceLock::hold($workspace, function () use ($workspace, $files, $suspects): int {
            $changed = 0;
            foreach ($suspects as $row) {
                $document = Document::query()->with('draft')->find($row->id);
                $document?->setRelation('workspace', $workspace);
                $changed += $document !== null && $this->check($files, $document) ? 1 : 0;
            }
            if ($changed > 0) {
                Pulse::tell($workspace, Pulse::DOCUMENTS, Pulse::LOGBOOK);
            }

            return $changed;
        });
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
        $stat = $files->stat($row->path);
        if ($stat === null || $row->is_gone) {
            return ($stat === null) !== (bool) $row->is_gone;
        }

        return ! $stat->proves($row->stat, $row->seen_at);
    }

    private function check(WorkspaceFiles $files, Document $document): bool
    {
        if ($files->stat($document->path) === null) {
            $document->update(['is_gone' => true]);

            return true;
        }
        $before = ['hash' => $document->saved_hash, 'size' => $document->size];
        try {
            $isOther = $this->takeover->take($document);
        } catch (UnableToRead|UnableToWrite) {
            return false; // It is being written, or may not be read; the next look tells.
        }
        if ($isOther && $document->draft === null) {
            $this->note($document, $before);
        }

        return $isOther;
    }

    /** @param array{hash: ?string, size: ?int} $before */
    private function note(Document $document, array $before): void
    {
        DB::transaction(static function () use ($document, $before): void {
            $entry = Operation::query()->create([
                'workspace_id' => $document->workspace_id,
                'number' => 1 + (int) Operation::query()->where('workspace_id', $document->workspace_id)->max('number'),
                'kind' => Operation::OUTSIDE, 'state' => Operation::DONE, 'new_folders' => [], 'old_folders' => [],
                'created_at' => now(), 'finished_at' => now(),
            ]);
            OperationLine::query()->create([
                'operation_id' => $entry->id, 'position' => 0, 'document_id' => $document->id, 'path' => $document->path,
                'action' => Action::Write->value, 'before_hash' => $before['hash'], 'after_hash' => $document->saved_hash,
                'before_size' => $before['size'], 'after_size' => $document->size, 'reason' => ReasonKind::Outside->value,
            ]);
        });
    }
}
