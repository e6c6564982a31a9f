<?php

declare(strict_types=1);

namespace App\Quay;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Reads one folder of a workspace at a time. */
final readonly class FolderReader
{
    public function __construct(private RowReader $rows) {}

    /** @param string $folder '' for the workspace's own */
    public function read(Workspace $workspace, string $folder, User $viewer): FolderListing
    {
        $prefix = $folder === '' ? '' : $folder.'/';
        $ids = $this->under($workspace, $prefix)->whereRaw("locate('/', path, ?) = 0", [mb_strlen($prefix) + 1])->orderBy('path')->pluck('documents.id')->all();
        $documents = array_values($this->rows->rows($workspace, $ids, $viewer));
        usort($documents, static fn (DocumentRow $a, DocumentRow $b): int => strnatcasecmp($a->path, $b->path));

        return new FolderListing(
            $folder,
            $this->folders($workspace, $prefix),
            $documents,
            (object) $this->refersTo($ids),
            (object) $this->referredBy($workspace, $documents),
        );
    }

    /** @return list<FolderEntry> */
    private function folders(Workspace $workspace, string $prefix): array
    {
        $place = mb_strlen($prefix) + 1;
        $rows = $this->under($workspace, $prefix)->leftJoin('drafts', 'drafts.document_id', '=', 'documents.id')->whereRaw("locate('/', path, ?) > 0", [$place])
            ->selectRaw("substring_index(substr(path, ?), '/', 1) as name, count(*) as documents, count(drafts.document_id) as unsaved, sum(coalesce(drafts.size, documents.size, 0)) as size", [$place])
            ->groupBy('name')->orderBy('name')->get();

        return array_values($rows->map(static fn (object $row): FolderEntry => new FolderEntry($prefix.$row->name, (int) $row->documents, (int) $row->unsaved, (int) $row->size))->all());
    }

    private function under(Workspace $workspace, string $prefix): Builder
    {
        $query = DB::table('documents')->where('workspace_id', $workspace->id)->whereNull('dropped_at');

        return $prefix === '' ? $query : $query->where('path', 'like', addcslashes($prefix, '%_\\').'%');
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, int>
     */
    private function refersTo(array $ids): array
    {
        $counts = [];
        foreach (array_chunk($ids, 1000) as $chunk) {
            $counts += DB::table('document_references as r')->leftJoin('drafts', 'drafts.document_id', '=', 'r.document_id')
                ->whereIn('r.document_id', $chunk)->whereRaw('r.in_draft = (drafts.document_id is not null)')->groupBy('r.document_id')
                ->pluck(DB::raw('count(*)'), 'r.document_id')->all();
        }

        return array_map(intval(...), $counts);
    }

    /**
     * @param  list<DocumentRow>  $documents
     * @return array<string, int>
     */
    private function referredBy(Workspace $workspace, array $documents): array
    {
        $byKey = [];
        foreach ($documents as $document) {
            $byKey[Document::key($document->path)] = $document->id;
        }
        $counts = [];
        foreach (array_chunk(array_keys($byKey), 1000) as $chunk) {
            $found = DB::table('document_references as r')->leftJoin('drafts', 'drafts.document_id', '=', 'r.document_id')
                ->where('r.workspace_id', $workspace->id)->whereIn('r.target_key', $chunk)->whereRaw('r.in_draft = (drafts.document_id is not null)')
                ->groupBy('r.target_key')->pluck(DB::raw('count(*)'), 'r.target_key');
            foreach ($found as $key => $count) {
                $counts[$byKey[$key]] = (int) $count;
            }
        }

        return $counts;
    }
}
