<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Support\BulkInsert;
use App\Support\ManyValues;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Index\DocumentIndex;
use App\Workspace\Pulse;
use Hafenbuch\Core\Write\Progress;
use Illuminate\Support\Facades\DB;

/** Puts many drafts on the screen together, as with a session: with few statements where `DraftDesk` needs a dozen for each. */
final readonly class ReturningDrafts
{
    /** So many come back before it is told how far it is. */
    private const CHUNK = 100;

    public function __construct(private DiskContentStore $contents, private DocumentIndex $index, private Steps $steps, private DraftDesk $desk) {}

    /**
     * Within the transaction of whoever brings them back.
     *
     * @param  list<ReturningDraft>  $drafts  each of another document
     *
     * @throws \Hafenbuch\Core\Write\Stopped|DocumentLocked|Refused|\Hafenbuch\Core\Write\UnableToRead
     */
    public function bringBack(Workspace $workspace, array $drafts, User $person, string $summary, ?Progress $progress = null): void
    {
        foreach (array_chunk($drafts, self::CHUNK) as $number => $chunk) {
            $progress?->step($number * self::CHUNK, count($drafts));
            $this->bringBackSome($workspace, $chunk, $person, $summary);
        }
        if ($drafts !== []) {
            Pulse::changed($workspace, array_map(static fn (ReturningDraft $draft): string => $draft->documentId, $drafts));
        }
    }

    /** @param list<ReturningDraft> $drafts */
    private function bringBackSome(Workspace $workspace, array $drafts, User $person, string $summary): void
    {
        $documents = $this->locked($workspace, array_map(static fn (ReturningDraft $draft): string => $draft->documentId, $drafts), $person);
        $read = [];
        foreach ($drafts as $draft) {
            $this->contents->sound($draft->hash);
            $this->desk->keepSaved($documents[$draft->documentId]);
            $read[] = [$documents[$draft->documentId], $draft->hash];
        }
        $analyses = $this->index->recordMany($read, true);
        $rows = [];
        $now = now()->format('Y-m-d H:i:s.v');
        foreach ($drafts as $number => $draft) {
            $document = $documents[$draft->documentId];
            $content = $this->contents->kept($draft->hash);
            $before = $document->workingHash();
            $rows[] = [
                'document_id' => $document->id, 'hash' => $draft->hash, 'size' => $content->size, 'base_hash' => $draft->base ?? $document->saved_hash,
                'change_words' => $this->desk->changeWords($document, $content, $analyses[$number]->reading), 'user_id' => $person->id, 'created_at' => $now, 'updated_at' => $now,
            ];
            $document->fill(['title' => $analyses[$number]->title, 'note' => $analyses[$number]->note(), 'revision' => $document->revision + 1]);
            if ($draft->step !== null) {
                $document->step_id = $draft->step->id;
            } else {
                $this->steps->add($document, $before, $content, $person, $summary, $analyses[$number]->reading);
            }
            $document->save();
        }
        BulkInsert::into('drafts', $rows);
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, Document> by id, with their rows locked
     */
    private function locked(Workspace $workspace, array $ids, User $person): array
    {
        $documents = [];
        foreach (ManyValues::locked(Document::query()->with('draft')->where('workspace_id', $workspace->id), 'id', $ids)->orderBy('id')->get() as $document) {
            $documents[$document->id] = $document->setRelation('workspace', $workspace);
        }
        // The transaction sees what was there when it first read; what came since shows only to a reading that locks.
        $drafted = array_fill_keys(ManyValues::locked(DB::table('drafts'), 'document_id', $ids)->pluck('document_id')->all(), true);
        foreach ($ids as $id) {
            $document = $documents[$id] ?? throw Refused::because('A document went away meanwhile. Nothing has been changed; look again.');
            if (isset($drafted[$id]) || $document->dropped_at !== null) {
                throw Refused::because("{$document->path} was ".(isset($drafted[$id]) ? 'worked on' : 'discarded').' meanwhile. Nothing has been changed; look again.');
            }
        }
        WritingRight::mustAll($workspace, $documents, $person);

        return $documents;
    }
}
