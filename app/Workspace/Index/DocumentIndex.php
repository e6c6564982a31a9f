<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Document;
use App\Models\Workspace;
use App\Support\BulkInsert;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\StoredContent;
use App\Workspace\Reading\ContentReader;
use App\Workspace\Reading\Formats;
use App\Workspace\Reading\IndexedContent;
use Hafenbuch\Core\Format\Link\LinkContent;
use Illuminate\Support\Facades\DB;

/** Keeps the tables true to one document's saved content and draft. */
final readonly class DocumentIndex
{
    public function __construct(private DiskContentStore $contents) {}

    public function reader(Workspace $workspace): ContentReader
    {
        return new ContentReader(Formats::of($workspace), $workspace->root);
    }

    /** Reads a content and records its references for one of the two layers. */
    public function record(Document $document, StoredContent $content, bool $inDraft): IndexedContent
    {
        $analysis = $this->read($document, $content);
        $this->forget($document, $inDraft);
        $own = ['workspace_id' => $document->workspace_id, 'document_id' => $document->id, 'in_draft' => $inDraft];
        BulkInsert::into('document_references', array_map(static fn (array $row): array => $own + $row, $analysis->references));

        return $analysis;
    }

    /**
     * Records contents of many documents, for one of the two layers, with few statements.
     *
     * @param  list<array{0: Document, 1: string, 2?: ?int}>  $documents  each with the hash of its content, and its size where that is known
     * @return list<IndexedContent> in that order
     */
    public function recordMany(array $documents, bool $inDraft): array
    {
        $analyses = $rows = [];
        foreach ($documents as $one) {
            $document = $one[0];
            $analyses[] = $analysis = $this->read($document, $this->contents->kept($one[1], $one[2] ?? null));
            foreach ($analysis->references as $row) {
                $rows[] = ['workspace_id' => $document->workspace_id, 'document_id' => $document->id, 'in_draft' => $inDraft] + $row;
            }
        }
        foreach (array_chunk(array_map(static fn (array $one): string => $one[0]->id, $documents), 500) as $ids) {
            DB::table('document_references')->whereIn('document_id', $ids)->where('in_draft', $inDraft)->delete();
        }
        BulkInsert::into('document_references', $rows);

        return $analyses;
    }

    private function read(Document $document, StoredContent $content): IndexedContent
    {
        $reader = $this->reader($document->workspace);

        $isLink = $content->size <= LinkContent::LONGEST && LinkContent::is($content->bytes());

        return $isLink || $reader->isRead($document->path, $content->size) ? $reader->read($document->path, $content->bytes()) : $reader->leaf($document->path);
    }

    /** @return list<string> the keys of the paths that one of the two layers points at, sorted */
    public function targets(Document $document, bool $inDraft): array
    {
        $keys = array_unique(DB::table('document_references')->where('document_id', $document->id)->where('in_draft', $inDraft)->whereNotNull('target_key')->pluck('target_key')->all());
        sort($keys, SORT_STRING);

        return $keys;
    }

    public function forget(Document $document, bool $inDraft): void
    {
        DB::table('document_references')->where('document_id', $document->id)->where('in_draft', $inDraft)->delete();
    }

    /**
     * The drafts' contents have become the saved ones.
     *
     * @param  list<string>  $ids
     */
    public function promoteDrafts(array $ids): void
    {
        foreach (array_chunk($ids, 500) as $chunk) {
            DB::table('document_references')->whereIn('document_id', $chunk)->where('in_draft', false)->delete();
            DB::table('document_references')->whereIn('document_id', $chunk)->update(['in_draft' => false]);
        }
    }
}
