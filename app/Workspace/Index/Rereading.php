<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Document;
use App\Models\Workspace;
use App\Workspace\Files\DiskContentStore;
use Hafenbuch\Core\Format\FormatRegistry;
use Illuminate\Support\Facades\DB;

/** Reads drafts again that an earlier edition of the readers has read; a scan does so with files. What people have written stays as it is. */
final readonly class Rereading
{
    private const TRIES = 5;

    public function __construct(private DocumentIndex $index, private DiskContentStore $contents) {}

    /** What was read so far is read again by the next scan, as where contents are read in another charset. */
    public static function everything(Workspace $workspace): void
    {
        DB::table('documents')->where('workspace_id', $workspace->id)->update(['read_by' => 0]);
        DB::table('drafts')->whereIn('document_id', DB::table('documents')->where('workspace_id', $workspace->id)->select('id'))->update(['read_by' => 0]);
    }

    /** @return list<string> ids of the documents whose drafts were read */
    public function drafts(Workspace $workspace): array
    {
        $stale = DB::table('drafts')->join('documents', 'documents.id', '=', 'document_id')->where('workspace_id', $workspace->id)
            ->where('drafts.read_by', '!=', FormatRegistry::EDITION)->pluck('document_id')->all();

        return array_values(array_filter($stale, fn (string $id): bool => DB::transaction(fn (): bool => $this->draft($id), self::TRIES)));
    }

    private function draft(string $id): bool
    {
        // Under its document's row, as whoever writes a draft.
        $document = Document::query()->with('workspace')->lockForUpdate()->find($id);
        $hash = DB::table('drafts')->where('document_id', $id)->value('hash');
        if ($document === null || ! is_string($hash) || ! $this->contents->has($hash)) {
            return false;
        }
        $this->index->record($document, $this->contents->kept($hash), true);
        DB::table('drafts')->where('document_id', $id)->update(['read_by' => FormatRegistry::EDITION]);
        DB::table('documents')->where('id', $id)->update(['touched_at' => DB::raw('current_timestamp(6)')]);

        return true;
    }
}
