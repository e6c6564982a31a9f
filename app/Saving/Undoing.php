<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Document;
use App\Models\Operation as OperationRecord;
use App\Models\OperationLine;
use App\Models\User;
use App\Models\Workspace;
use App\Rights\FolderRights;
use App\Support\ManyValues;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Index\DocumentIndex;
use App\Workspace\Settings;
use App\Workspace\WorkspaceLock;
use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Plan\PlanLine;
use Hafenbuch\Core\Plan\UndoPlanner;
use Hafenbuch\Core\Reference\TargetKind;
use Hafenbuch\Core\Release\Mark;
use Illuminate\Support\Facades\DB;

/** Takes entries of the logbook back. */
final readonly class Undoing
{
    public function __construct(private UndoPlanner $planner, private Execution $execution, private DiskContentStore $contents, private DocumentIndex $index) {}

    /** @throws Refused where what the entry replaced is not kept any more */
    public function plan(Workspace $workspace, User $person, OperationRecord $entry): Plan
    {
        $done = array_values($entry->lines->map(static fn (OperationLine $line): PlanLine => $line->planLine())->all());
        $moved = MovedFiles::of($done);
        foreach ($done as $line) {
            foreach ([$line->action->touchesFile() && ! isset($moved[$line->documentId]) ? $line->before : null, $line->draftBefore] as $hash) {
                if ($hash !== null && ! $this->contents->has($hash)) {
                    throw Refused::because("Entry {$entry->number} cannot be taken back any more: what {$line->path} was before is not kept. Entries can be taken back for the number of days in the settings; look among the versions of {$line->path} for what you need.");
                }
            }
        }
        $files = WorkspaceFiles::of($workspace);
        $rights = FolderRights::of($workspace, $person);
        [$chain, $marks] = [Settings::of($workspace)->chain(), $this->marks($done)];
        // What this entry released is written again with that.
        $released = array_fill_keys(array_map(static fn (PlanLine $line): string => $line->documentId, array_filter($done, static fn (PlanLine $line): bool => $line->marking !== null)), true);
        $onDisk = [];
        foreach ($done as $line) {
            $look = $line->action->touchesFile() ? $files->look($line->path) : $onDisk[$line->path] ?? OnDisk::nothing();
            $withheld = $rights->withheld($line->path) ?? ($line->action->touchesFile() && ! isset($released[$line->documentId]) && isset($marks[$line->documentId]) ? $chain->withholds($marks[$line->documentId]) : null);
            $onDisk[$line->path] = $withheld === null ? $look : $look->withheld($withheld);
        }
        $pointsAt = $this->pointsAt($workspace, $done);

        return $this->planner->plan($entry->number, $done, $onDisk, $this->savedReferrers($workspace, $done), $pointsAt, $this->there($files, $pointsAt), $this->places($done), $marks);
    }

    /** @throws PlanChanged|PlanBlocked|Refused */
    public function undo(Workspace $workspace, User $person, OperationRecord $entry, ?string $fingerprint, ?string $note = null): OperationRecord
    {
        return WorkspaceLock::hold($workspace, function () use ($workspace, $person, $entry, $fingerprint, $note): OperationRecord {
            $this->execution->recover($workspace);
            $entry->refresh();
            if ($entry->kind === OperationRecord::OUTSIDE) {
                throw Refused::because("Entry {$entry->number} was made by another program, so there is nothing of ours to take back.");
            }
            if (in_array($entry->kind, OperationRecord::WITHOUT_FILES, true)) {
                throw Refused::because("Entry {$entry->number} changed rules or people, and no file. Change them again where they are set.");
            }
            if ($entry->state !== OperationRecord::DONE) {
                throw Refused::because("Entry {$entry->number} is “{$entry->state}”; only an entry that is done can be taken back.");
            }
            $plan = $this->plan($workspace, $person, $entry);
            Execution::accept($plan, $fingerprint);

            return $this->execution->run($workspace, new LogEntry(OperationRecord::UNDO, $person->id, $plan->lines, $note, $entry->id), $entry->new_folders);
        });
    }

    /**
     * @param  list<PlanLine>  $done
     * @return array<string, list<string>> by path: the files that the content points at which comes back there
     */
    private function pointsAt(Workspace $workspace, array $done): array
    {
        $reader = $this->index->reader($workspace);
        $pointsAt = [];
        foreach ($done as $line) {
            if (! $line->action->touchesFile() || $line->before === null || ! $this->contents->has($line->before) || ! $reader->isRead($line->path, $this->contents->size($line->before) ?? 0)) {
                continue;
            }
            $targets = [];
            foreach ($reader->read($line->path, $this->contents->bytes($line->before))->references as $reference) {
                if ($reference['target_kind'] === TargetKind::File->value) {
                    $targets[] = (string) $reference['target_path'];
                }
            }
            $pointsAt[$line->path] = array_values(array_unique($targets));
        }

        return $pointsAt;
    }

    /**
     * @param  list<PlanLine>  $done
     * @return array<string, string> by document id: the path that it has now
     */
    private function places(array $done): array
    {
        $places = [];
        foreach (ManyValues::portions(array_unique(array_map(static fn (PlanLine $line): string => $line->documentId, $done))) as $ids) {
            $places += ManyValues::among(Document::query(), 'id', $ids)->kept()->pluck('path', 'id')->all();
        }

        return $places;
    }

    /**
     * @param  list<PlanLine>  $done
     * @return array<string, Mark> by document id: how far it has come now, of those that anybody has moved
     */
    private function marks(array $done): array
    {
        $marks = [];
        foreach (ManyValues::portions(array_unique(array_map(static fn (PlanLine $line): string => $line->documentId, $done))) as $ids) {
            foreach (ManyValues::among(Document::query(), 'id', $ids)->whereNotNull('release_state')->get(['id', 'release_state', 'release_revision']) as $document) {
                $marks[$document->id] = $document->mark();
            }
        }

        return $marks;
    }

    /**
     * @param  array<string, list<string>>  $pointsAt
     * @return array<string, true> those of the files that there are
     */
    private function there(WorkspaceFiles $files, array $pointsAt): array
    {
        $there = [];
        foreach (array_unique(array_merge(...array_values($pointsAt))) as $path) {
            if ($files->has($path)) {
                $there[$path] = true;
            }
        }

        return $there;
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
            $rows = ManyValues::among(DB::table('document_references as r'), 'r.target_key', array_map(Document::key(...), $paths))->join('documents as d', 'd.id', '=', 'r.document_id')
                ->where('r.workspace_id', $workspace->id)->where('r.in_draft', false)

                ->whereNotIn('d.id', $ids)->where('d.is_gone', false)->whereNull('d.dropped_at')
                ->distinct()->get(['r.target_path', 'd.path']);
            foreach ($rows as $row) {
                $referrers[$row->target_path][] = $row->path;
            }
        }

        return $referrers;
    }
}
