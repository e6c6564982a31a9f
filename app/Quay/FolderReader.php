<?php

declare(strict_types=1);

namespace App\Quay;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Support\Facades\DB;

/** Reads one folder of a workspace at a time. */
final readonly class FolderReader
{
    public function __construct(private RowReader $rows) {}

    /** @param string $folder '' for the workspace's own */
    public function read(Workspace $workspace, string $folder, User $viewer): FolderListing
    {
        $prefix = $folder === '' ? '' : $folder.'/';
        $under = DB::table('documents')->leftJoin('drafts', 'drafts.document_id', '=', 'documents.id')
            ->where('workspace_id', $workspace->id)->whereNull('dropped_at')->where('path', 'like', addcslashes($prefix, '%_\\').'%')
            ->orderBy('path')->get(['documents.id', 'path', 'documents.size', 'saved_hash', 'drafts.hash as draft_hash', 'drafts.size as draft_size']);
        $folders = $ids = [];
        foreach ($under as $row) {
            $rest = substr($row->path, strlen($prefix));
            $slash = strpos($rest, '/');
            if ($slash === false) {
                $ids[] = $row->id;

                continue;
            }
            $name = $prefix.substr($rest, 0, $slash);
            $folders[$name] ??= ['documents' => 0, 'unsaved' => 0, 'size' => 0];
            $folders[$name]['documents']++;
            $folders[$name]['unsaved'] += $row->draft_hash === null ? 0 : 1;
            $folders[$name]['size'] += $row->draft_size ?? $row->size ?? 0;
        }
        $documents = array_values($this->rows->rows($workspace, $ids, $viewer));
        usort($documents, static fn (DocumentRow $a, DocumentRow $b): int => strnatcasecmp($a->path, $b->path));

        return new FolderListing(
            $folder,
            array_map(static fn (string $path): FolderEntry => new FolderEntry($path, ...$folders[$path]), array_map(strval(...), array_keys($folders))),
            $documents,
            (object) $this->refersTo($ids),
            (object) $this->referredBy($workspace, $documents),
        );
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
