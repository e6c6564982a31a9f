<?php

declare(strict_types=1);

namespace App\Saving;

use App\Drafts\DraftDesk;
use App\Models\Document;
use App\Models\Draft;
use App\Models\Operation;
use App\Models\OperationLine;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Quay\Recent;
use App\Support\BulkInsert;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Index\DocumentIndex;
use App\Workspace\Index\Takeover;
use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Plan\ReasonKind;

/** Brings the documents, drafts, versions and references in line with an operation whose files are written. */
final readonly class Reconciliation
{
    private const SAVED_COLUMNS = ['saved_hash', 'size', 'file_key', 'stat', 'seen_at', 'is_gone', 'updated_at', 'origin_id', 'origin_kind', 'origin_at'];

    public function __construct(
        private DocumentIndex $index,
        private DraftDesk $drafts,
        private DiskContentStore $contents,
        private Takeover $takeover,
        private DraftCarrier $carrier,
    ) {}

    /** Runs inside one database transaction. */
    public function apply(Workspace $workspace, Operation $operation): void
    {
        $files = WorkspaceFiles::of($workspace);
        $documents = $this->documents($workspace, $operation);
        $versions = new VersionWriter($this->contents, array_map(strval(...), array_keys($documents)));
        $byDocument = [];
        foreach ($operation->lines as $line) {
            $byDocument[$line->document_id ?? ''][] = $line;
        }
        $this->makeRoom($documents, $operation);
        $dropped = array_filter($documents, static fn (Document $document): bool => $document->dropped_at !== null);
        $saved = $written = [];
        foreach (array_intersect_key($byDocument, $documents) as $id => $lines) {
            $document = $documents[$id];
            $writing = $this->first($lines, static fn (Action $action): bool => $action->writes());
            $removing = $this->first($lines, static fn (Action $action): bool => $action === Action::Remove);
            if ($writing !== null) {
                $versions->add($document, $writing, $operation, $removing->before_hash ?? $writing->before_hash);
                if (count($lines) === 1 && $writing->path === $document->path && $writing->draft_after === null && $document->draft?->hash === $writing->after_hash) {
                    $this->markSaved($files, $document, $writing);
                    $this->noteOrigin($document, $writing, $operation);
                    $saved[] = $document;

                    continue;
                }
                if ($document->draft === null && $writing->draft_after === null && $writing->draft_before === null) {
                    $this->relocate($document, $writing->path);
                    $this->markSaved($files, $document, $writing);
                    $this->noteOrigin($document, $writing, $operation);
                    $document->dropped_at = null;
                    $document->revision++;
                    $written[] = [$document, (string) $writing->after_hash];

                    continue;
                }
            }
            $this->settle($workspace, $operation, $document, $lines, $writing, $removing);
        }
        $this->settleSaved($saved);
        $this->settleWritten($written);
        $versions->write();
        Quay::bringBack(array_map(strval(...), array_keys(array_filter($dropped, static fn (Document $document): bool => $document->dropped_at === null))));
        if ($operation->user_id !== null) {
            Recent::saved($operation->user_id, $operation->lines->filter(static fn (OperationLine $line): bool => Action::from($line->action)->writes() && isset($documents[$line->document_id]))->pluck('document_id')->all());
        }
    }

    /** @param non-empty-list<OperationLine> $lines of one document */
    private function settle(Workspace $workspace, Operation $operation, Document $document, array $lines, ?OperationLine $writing, ?OperationLine $removing): void
    {
        $line = $writing ?? $removing ?? $lines[0];
        $from = $document->path;
        // A draft that has been written since the plan was made is kept, not the one that the plan knew.
        $hasMovedOn = $document->draft !== null && $document->draft->hash !== $line->draft_before;
        if ($writing !== null) {
            $this->relocate($document, $writing->path);
            $this->written(WorkspaceFiles::of($workspace), $document, $writing);
            $this->noteOrigin($document, $writing, $operation);
        } elseif ($removing !== null) {
            $this->removed($document, $removing, $hasMovedOn, $operation);
        } elseif ($line->draft_after !== null) {
            $this->relocate($document, $line->path);
            $document->dropped_at = null;
        } elseif (! $hasMovedOn) {
            $this->discarded($document, $line, $operation);
        }
        $document->save();
        if ($hasMovedOn) {
            $this->carrier->carry($workspace, $operation, $document, $from);
        } elseif ($line->draft_after !== null) {
            $this->drafts->put($document, $line->draft_after, $this->contents->size($line->draft_after) ?? 0, $operation->person, $this->words($line, $operation));
        } elseif ($document->draft !== null && $document->dropped_at === null) {
            $this->drafts->drop($document);
        }
    }

    /** @return array<string, Document> by id, locked */
    private function documents(Workspace $workspace, Operation $operation): array
    {
        $documents = [];
        foreach ($operation->lines->pluck('document_id')->filter()->unique()->chunk(500) as $ids) {
            foreach (Document::query()->with('draft')->lockForUpdate()->whereIn('id', $ids->all())->get() as $document) {
                $documents[$document->id] = $document->setRelation('workspace', $workspace);
            }
        }

        return $documents;
    }

    /**
     * Documents that change places would have one path twice for a moment.
     *
     * @param  array<string, Document>  $documents
     */
    private function makeRoom(array $documents, Operation $operation): void
    {
        $leaving = $operation->lines->where('action', Action::Remove->value)->pluck('document_id')->filter()->all();
        $ids = array_values(array_intersect($leaving, array_keys($documents)));
        foreach (array_chunk($ids, 500) as $chunk) {
            Document::query()->whereIn('id', $chunk)->update(['file_key' => null]);
        }
        foreach ($ids as $id) {
            $documents[$id]->setRawAttributes([...$documents[$id]->getAttributes(), 'file_key' => null], true);
        }
    }

    /**
     * @param  list<OperationLine>  $lines
     * @param  callable(Action): bool  $isWanted
     */
    private function first(array $lines, callable $isWanted): ?OperationLine
    {
        foreach ($lines as $line) {
            if ($isWanted(Action::from($line->action))) {
                return $line;
            }
        }

        return null;
    }

    /**
     * Documents whose draft is what was saved, as nearly all are: a few statements for all of them.
     *
     * @param  list<Document>  $documents
     */
    private function settleSaved(array $documents): void
    {
        $ids = array_map(static fn (Document $document): string => $document->id, $documents);
        foreach (array_chunk($ids, 500) as $chunk) {
            Draft::query()->whereIn('document_id', $chunk)->delete();
        }
        $this->index->promoteDrafts($ids);
        BulkInsert::into('documents', array_map(static fn (Document $document): array => $document->getAttributes(), $documents), self::SAVED_COLUMNS);
    }

    /**
     * Documents without a draft whose files were made, moved or rewritten.
     *
     * @param  list<array{Document, string}>  $documents  each with the hash of its content
     */
    private function settleWritten(array $documents): void
    {
        foreach ($this->index->recordSaved($documents) as $index => $analysis) {
            $documents[$index][0]->fill(['title' => $analysis->title, 'note' => $analysis->note()]);
        }
        $rows = array_map(static fn (array $one): array => $one[0]->getAttributes(), $documents);
        BulkInsert::into('documents', $rows, [...self::SAVED_COLUMNS, 'path', 'path_key', 'fold_key', 'format', 'title', 'note', 'revision', 'dropped_at']);
    }

    private function relocate(Document $document, string $path): void
    {
        if ($document->path !== $path) {
            $document->fill(Document::columns($path));
        }
    }

    private function markSaved(WorkspaceFiles $files, Document $document, OperationLine $line): void
    {
        $stat = $files->stat($document->path);
        $document->fill([
            'saved_hash' => $line->after_hash, 'size' => $line->after_size ?? $this->contents->size((string) $line->after_hash),
            'file_key' => $document->path_key, 'stat' => $stat->signature ?? '', 'seen_at' => time(), 'is_gone' => false, 'updated_at' => now(),
        ]);
    }

    private function written(WorkspaceFiles $files, Document $document, OperationLine $line): void
    {
        $after = (string) $line->after_hash;
        $document->dropped_at = null;
        $this->markSaved($files, $document, $line);
        $analysis = $this->index->record($document, $after, false);
        $document->revision++;
        if ($document->draft === null) {
            $document->title = $analysis->title;
            $document->note = $analysis->note();
        } else {
            $document->draft->update(['base_hash' => $after]);
        }
    }

    /** Without its file a document is a new one again where it has a draft; else it is out of sight, with its versions. */
    private function removed(Document $document, OperationLine $line, bool $hasMovedOn, Operation $operation): void
    {
        $this->index->forget($document, false);
        $document->draft?->update(['base_hash' => null]);
        $document->fill(['saved_hash' => null, 'size' => null, 'file_key' => null, 'stat' => '', 'is_gone' => false]);
        if ($line->draft_after === null && ! $hasMovedOn) {
            Quay::giveBack($document, $operation);
            $this->putAway($document);
        }
    }

    private function discarded(Document $document, OperationLine $line, Operation $operation): void
    {
        if ($document->saved_hash === null) {
            $this->putAway($document);

            return;
        }
        $this->drafts->discard($document, $operation->person);
        if ($line->after_hash !== null && $line->after_hash !== $document->saved_hash) {
            $this->takeover->take($document);
        }
    }

    private function putAway(Document $document): void
    {
        $document->dropped_at = now();
        Quay::putAway($document);
        Draft::query()->whereKey($document->id)->delete();
        $this->index->forget($document, true);
        $document->revision++;
        $document->unsetRelation('draft');
    }

    private function noteOrigin(Document $document, OperationLine $line, Operation $operation): void
    {
        if ($line->origin_id !== null && $line->origin_id !== $document->id) {
            $document->fill(['origin_id' => $line->origin_id, 'origin_kind' => $line->reason, 'origin_at' => $operation->created_at]);
        }
    }

    private function words(OperationLine $line, Operation $operation): string
    {
        return match ($line->reason) {
            ReasonKind::Follows->value => "followed {$line->reason_of} to its new name",
            ReasonKind::TakesBack->value => "brought back with entry {$operation->number}",
            default => "kept in entry {$operation->number}",
        };
    }
}
