<?php

declare(strict_types=1);

namespace App\Workspace\Catalogue;

use App\Models\Workspace;
use App\Support\ManyValues;
use App\Workspace\Kept\TouchedRow;
use App\Workspace\Kept\Touches;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Keeps a catalogue of each workspace: most of it in a file, and what has changed since from the tables. */
final readonly class Catalogues
{
    /** Of more changed documents the file is written anew. */
    private const MANY = 1000;

    private const CHUNK = 2000;

    public function of(Workspace $workspace): Catalogue
    {
        $path = $this->path($workspace);
        $file = CatalogueFile::read($path);
        $rows = $file?->rows->changed($workspace);
        $changed = array_map(static fn (TouchedRow $row): string => $row->id, $rows ?? []);
        // What is not committed yet may never be.
        if ($file === null || $rows === null || ($file->rows->areOutgrown(count($changed), self::MANY) && DB::transactionLevel() === 0)) {
            // Two of them at once take more memory than a request may have.
            unset($file, $rows, $changed);
            $file = $this->build($workspace);
            if (DB::transactionLevel() === 0) {
                $file->write($path);
            }
            $changed = [];
        }

        return new Catalogue($file, $this->entries($workspace, $changed));
    }

    /**
     * Compares what is kept with what the tables say, and keeps it anew where they differ.
     *
     * @return list<string> the ids of documents of which something else is kept
     */
    public function check(Workspace $workspace): array
    {
        $kept = $this->of($workspace);
        $wrong = $kept->differences($this->all($workspace));
        if ($wrong !== [] && DB::transactionLevel() === 0) {
            $this->build($workspace)->write($this->path($workspace));
        }

        return $wrong;
    }

    private function build(Workspace $workspace): CatalogueFile
    {
        // Before the rows are read: what comes in between is then seen once more.
        $touches = Touches::now($workspace);

        return CatalogueFile::of($this->all($workspace), $touches);
    }

    /** @return \Generator<string, Entry> by id, in their order */
    private function all(Workspace $workspace): \Generator
    {
        $after = '';
        do {
            $rows = $this->query($workspace)->whereNull('dropped_at')->where('documents.id', '>', $after)->orderBy('documents.id')->limit(self::CHUNK)->get();
            foreach ($rows as $row) {
                $after = $row->id;
                yield $row->id => $this->entry($row);
            }
        } while (count($rows) === self::CHUNK);
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, ?Entry> by id; null: the document is out of sight
     */
    private function entries(Workspace $workspace, array $ids): array
    {
        $entries = array_fill_keys($ids, null);
        foreach (ManyValues::portions($ids) as $chunk) {
            foreach (ManyValues::among($this->query($workspace), 'documents.id', $chunk)->whereNull('dropped_at')->get() as $row) {
                $entries[$row->id] = $this->entry($row);
            }
        }

        return $entries;
    }

    private function query(Workspace $workspace): Builder
    {
        return DB::table('documents')->leftJoin('drafts', 'drafts.document_id', '=', 'documents.id')->where('workspace_id', $workspace->id)
            ->selectRaw('documents.id, path, title, is_gone, drafts.document_id is not null as has_draft, coalesce(drafts.size, documents.size, 0) as bytes, '.Touches::TOUCHED.' as touched');
    }

    /** @param object{path: string, title: ?string, is_gone: int, has_draft: int, bytes: int, touched: int} $row */
    private function entry(object $row): Entry
    {
        return new Entry($row->path, $row->title, ! $row->is_gone, (bool) $row->has_draft, (int) $row->bytes, (int) $row->touched);
    }

    private function path(Workspace $workspace): string
    {
        return storage_path("catalogues/{$workspace->id}");
    }
}
