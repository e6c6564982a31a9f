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
use App\Support\ManyValues;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Index\DocumentIndex;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Link\LinkContent;
use Hafenbuch\Core\Format\Link\LinkReader;
use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Plan\ReasonKind;

/** What an operation that is written makes of the rows of its documents: their files, drafts, versions, references, and places on the quay. */
final readonly class DocumentUpdates
{
    private const SAVED_COLUMNS = ['format', 'saved_hash', 'size', 'file_key', 'stat', 'seen_at', 'is_gone', 'updated_at', 'origin_id', 'origin_kind', 'origin_at'];

    public function __construct(
        private DocumentIndex $index,
        private DraftDesk $drafts,
        private DiskContentStore $contents,
        private DraftCarrier $carrier,
    ) {}

    /**
     * Within a transaction.
     *
     * @param  array<string, non-empty-list<OperationLine>>  $byDocument
     */
    public function apply(Workspace $workspace, Operation $operation, array $byDocument): void
    {
        $byDocument = MarkWriter::apply($byDocument);
        $files = WorkspaceFiles::of($workspace);
        $documents = $this->documents($workspace, array_map(strval(...), array_keys($byDocument)));
        $versions = new VersionWriter($this->contents, array_map(strval(...), array_keys($documents)));
        $dropped = array_filter($documents, static fn (Document $document): bool => $document->dropped_at !== null);
        $saved = $written = [];
        foreach (array_intersect_key($byDocument, $documents) as $id => $lines) {
            $document = $documents[$id];
            $writing = OperationLine::firstOf($lines, static fn (Action $action): bool => $action->writes());
            $removing = OperationLine::firstOf($lines, static fn (Action $action): bool => $action === Action::Remove);
            if ($writing !== null) {
                $versions->add($document, $writing, $operation, $removing->before_hash ?? $writing->before_hash);
                if (count($lines) === 1 && $writing->path === $document->path && $writing->draft_after === null && $document->draft?->hash === $writing->after_hash) {
                    $this->markSaved($files, $document, $writing, $operation);
                    $this->noteOrigin($document, $writing, $operation);
                    $saved[] = $document;

                    continue;
                }
                if ($document->draft === null && $writing->draft_after === null && $writing->draft_before === null) {
                    $document->moveTo($writing->path);
                    $this->markSaved($files, $document, $writing, $operation);
                    $this->noteOrigin($document, $writing, $operation);
                    $document->dropped_at = null;
                    $document->revision++;
                    $written[] = [$document, (string) $writing->after_hash, $writing->after_size];

                    continue;
                }
            }
            $this->followOne($workspace, $operation, $document, $lines, $writing, $removing);
        }
        $this->followSaved($saved);
        $this->followWritten($written);
        $versions->write();
        Quay::bringBack(array_map(strval(...), array_keys(array_filter($dropped, static fn (Document $document): bool => $document->dropped_at === null))));
        $this->keepOnQuay($workspace, $operation, $byDocument);
        $this->noteRecent($operation, $byDocument, $documents);
    }

    /**
     * A draft that an operation makes is on the quay of whoever asked for it, in the hold where nobody had the document open.
     *
     * @param  array<string, non-empty-list<OperationLine>>  $byDocument
     */
    private function keepOnQuay(Workspace $workspace, Operation $operation, array $byDocument): void
    {
        $drafted = array_keys(array_filter($byDocument, static fn (array $lines): bool => array_filter($lines, static fn (OperationLine $line): bool => $line->draft_after !== null) !== []));
        if ($drafted !== [] && $operation->person !== null) {
            (new Quay($workspace, $operation->person))->hold(array_map(strval(...), $drafted));
        }
    }

    /**
     * @param  array<string, non-empty-list<OperationLine>>  $byDocument
     * @param  array<string, Document>  $documents
     */
    private function noteRecent(Operation $operation, array $byDocument, array $documents): void
    {
        $saved = array_filter(array_intersect_key($byDocument, $documents), fn (array $lines): bool => OperationLine::firstOf($lines, static fn (Action $action): bool => $action->writes()) !== null);
        if ($operation->user_id !== null) {
            Recent::saved($operation->user_id, array_map(strval(...), array_keys($saved)));
        }
    }

    /** @param non-empty-list<OperationLine> $lines of one document */
    private function followOne(Workspace $workspace, Operation $operation, Document $document, array $lines, ?OperationLine $writing, ?OperationLine $removing): void
    {
        $line = $writing ?? $removing ?? $lines[0];
        $from = $document->path;
        // A draft that has been written since the plan was made is kept, not the one that the plan knew.
        $hasMovedOn = $document->draft !== null && $document->draft->hash !== $line->draft_before;
        if ($writing !== null) {
            $document->moveTo($writing->path);
            $this->written(WorkspaceFiles::of($workspace), $document, $writing, $operation);
            $this->noteOrigin($document, $writing, $operation);
        } elseif ($removing !== null) {
            $this->removed($document, $removing, $hasMovedOn, $operation);
            $proposed = OperationLine::firstOf($lines, static fn (Action $action): bool => $action === Action::Redraft);
            if ($proposed !== null) {
                $document->moveTo($proposed->path);
            }
        } elseif ($line->draft_after !== null) {
            if ($document->file_key === null) {
                $document->moveTo($line->path);
            }
            $document->dropped_at = null;
        } elseif (! $hasMovedOn) {
            $this->discarded($document, $operation);
        }
        $document->save();
        if ($hasMovedOn) {
            $this->carrier->carry($workspace, $operation, $document, $from);
        } elseif ($line->draft_after !== null) {
            $this->drafts->put($document, $this->contents->kept($line->draft_after), $operation->person, $this->words($line, $operation));
        } elseif ($document->draft !== null && $document->dropped_at === null) {
            $this->drafts->drop($document);
        }
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, Document> by id, locked
     */
    private function documents(Workspace $workspace, array $ids): array
    {
        $documents = [];
        foreach (ManyValues::locked(Document::query()->with('draft'), 'id', $ids)->orderBy('id')->get() as $document) {
            $documents[$document->id] = $document->setRelation('workspace', $workspace);
        }

        return $documents;
    }

    /**
     * Documents whose draft is what was saved, as nearly all are: a few statements for all of them.
     *
     * @param  list<Document>  $documents
     */
    private function followSaved(array $documents): void
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
     * @param  list<array{Document, string, ?int}>  $documents  each with the hash of its content, and its size
     */
    private function followWritten(array $documents): void
    {
        foreach ($this->index->recordMany($documents, false) as $index => $analysis) {
            $documents[$index][0]->fill(['format' => $analysis->format, 'title' => $analysis->title, 'note' => $analysis->note()]);
        }
        $rows = array_map(static fn (array $one): array => $one[0]->getAttributes(), $documents);
        BulkInsert::into('documents', $rows, [...self::SAVED_COLUMNS, 'path', 'path_key', 'fold_key', 'title', 'note', 'revision', 'dropped_at']);
    }

    /** A link can become a file, and a file a link. */
    private function formatOf(string $path, string $hash, ?int $size): string
    {
        $isLink = ($size ?? $this->contents->size($hash)) <= LinkContent::LONGEST && LinkContent::is($this->contents->bytes($hash));

        return $isLink ? LinkReader::NAME : FormatRegistry::standard()->nameFor($path);
    }

    private function markSaved(WorkspaceFiles $files, Document $document, OperationLine $line, Operation $operation): void
    {
        $stat = $files->stat($document->path);
        $document->setRawAttributes([
            ...$document->getAttributes(),
            'format' => $this->formatOf($document->path, (string) $line->after_hash, $line->after_size), 'saved_hash' => $line->after_hash, 'size' => $line->after_size ?? $this->contents->size((string) $line->after_hash),
            'file_key' => $document->path_key, 'stat' => $stat->signature ?? '',
            // Since it was written another program may have written too; a file changed since then proves nothing.
            'seen_at' => strtotime($operation->getRawOriginal('created_at')), 'is_gone' => 0, 'updated_at' => $document->freshTimestampString(),
        ]);
    }

    private function written(WorkspaceFiles $files, Document $document, OperationLine $line, Operation $operation): void
    {
        $after = (string) $line->after_hash;
        $document->dropped_at = null;
        $this->markSaved($files, $document, $line, $operation);
        $analysis = $this->index->record($document, $this->contents->kept($after, $line->after_size), false);
        $document->revision++;
        $document->format = $analysis->format;
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

    private function discarded(Document $document, Operation $operation): void
    {
        if ($document->saved_hash === null) {
            $this->putAway($document);

            return;
        }
        $this->drafts->discard($document, $operation->person);
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
