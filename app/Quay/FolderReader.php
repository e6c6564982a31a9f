<?php

declare(strict_types=1);

namespace App\Quay;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Workspace\Catalogue\Catalogues;
use App\Workspace\Catalogue\FolderSum;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Index\PartlyReadDocuments;
use Illuminate\Support\Facades\DB;

/** Reads one folder of a workspace at a time. */
final readonly class FolderReader
{
    public function __construct(private RowReader $rows, private Catalogues $catalogues, private DiskContentStore $contents) {}

    /** @param string $path '' for the workspace's own */
    public function read(Workspace $workspace, string $path, User $viewer): FolderListing
    {
        $folder = $this->catalogues->of($workspace)->folder($path);
        $documents = array_values($this->rows->rows($workspace, $folder->documents, $viewer));
        usort($documents, static fn (DocumentRow $a, DocumentRow $b): int => strnatcasecmp($a->path, $b->path));
        $prefix = $path === '' ? '' : $path.'/';

        return new FolderListing(
            $path,
            array_map(static fn (int|string $name, FolderSum $sum): FolderEntry => new FolderEntry($prefix.$name, $sum->documents, $sum->drafts, $sum->bytes), array_keys($folder->folders), array_values($folder->folders)),
            $documents,
            (object) $this->refersTo($folder->documents),
            (object) $this->referredBy($workspace, $documents),
            (object) self::notes($folder->documents),
            (new PartlyReadDocuments($workspace, $this->contents))->count(),
        );
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, string>
     */
    private static function notes(array $ids): array
    {
        $notes = [];
        foreach (ManyValues::portions($ids) as $chunk) {
            $notes += ManyValues::among(DB::table('documents'), 'id', $chunk)->whereNotNull('note')->pluck('note', 'id')->all();
        }

        return $notes;
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, int>
     */
    private function refersTo(array $ids): array
    {
        $counts = [];
        foreach (ManyValues::portions($ids) as $chunk) {
            $counts += ManyValues::among(DB::table('document_references as r'), 'r.document_id', $chunk)->leftJoin('drafts', 'drafts.document_id', '=', 'r.document_id')
                ->whereRaw('r.in_draft = (drafts.document_id is not null)')->groupBy('r.document_id')
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
        foreach (ManyValues::portions(array_keys($byKey)) as $chunk) {
            $found = ManyValues::among(DB::table('document_references as r'), 'r.target_key', $chunk)->leftJoin('drafts', 'drafts.document_id', '=', 'r.document_id')
                ->where('r.workspace_id', $workspace->id)->whereRaw('r.in_draft = (drafts.document_id is not null)')
                ->groupBy('r.target_key')->pluck(DB::raw('count(*)'), 'r.target_key');
            foreach ($found as $key => $count) {
                $counts[$byKey[$key]] = (int) $count;
            }
        }

        return $counts;
    }
}
