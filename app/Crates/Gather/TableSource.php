<?php

declare(strict_types=1);

namespace App\Crates\Gather;

use App\Models\Document;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Workspace\Graph\WorkspaceGraphs;
use App\Workspace\MediaType;
use Hafenbuch\Core\Crate\ContentOrigin;
use Hafenbuch\Core\Crate\GatheredFile;
use Hafenbuch\Core\Crate\GatheredReference;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Link\LinkReader;
use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\Reference\TargetKind;
use Hafenbuch\Core\Release\Mark;
use Hafenbuch\Core\TakeIn\MediaKind;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Documents as the tables have them now: what is on the screen, or what is saved. */
final readonly class TableSource implements DocumentSource
{
    public function __construct(private Workspace $workspace, private WorkspaceGraphs $graphs, private bool $withDrafts) {}

    public function below(array $tops): array
    {
        $ids = [];
        foreach (ManyValues::portions(array_map(Document::key(...), $tops)) as $keys) {
            array_push($ids, ...ManyValues::among($this->documents(), 'd.path_key', $keys)->pluck('d.id')->all());
        }

        return $this->paths($this->graphs->of($this->workspace)->walk()->below($ids));
    }

    public function paths(array $ids): array
    {
        $paths = [];
        foreach (ManyValues::portions($ids) as $some) {
            $paths += ManyValues::among($this->documents(), 'd.id', $some)->pluck('d.path', 'd.id')->all();
        }

        // In the order in which they were named.
        return array_values(array_map(static fn (string $id): string => $paths[$id], array_filter($ids, static fn (string $id): bool => isset($paths[$id]))));
    }

    public function inFolder(string $folder): array
    {
        return $this->documents()->when($folder !== '', static fn (Builder $query) => $query->where('d.path', 'like', addcslashes($folder, '%_\\').'/%'))->orderBy('d.path')->pluck('d.path')->all();
    }

    public function at(array $paths): array
    {
        $found = [];
        foreach (ManyValues::portions($paths) as $some) {
            $rows = [];
            foreach ($this->rows($some) as $row) {
                // Of two for one path the last one stays: it has the file.
                $rows[$row->path] = $row;
            }
            $references = $this->references(array_map(static fn (object $row): string => $row->id, array_values($rows)));
            foreach ($rows as $path => $row) {
                $found[(string) $path] = [$this->file($row, $references[$row->id] ?? []), $references[$row->id] ?? []];
            }
        }

        return $found;
    }

    private function documents(): Builder
    {
        $query = DB::table('documents as d')->leftJoin('drafts as w', 'w.document_id', '=', 'd.id')->where('d.workspace_id', $this->workspace->id)->whereNull('d.dropped_at');

        return $this->withDrafts ? $query->where(static fn (Builder $either) => $either->whereNotNull('w.hash')->orWhere(static fn (Builder $file) => $file->whereNotNull('d.saved_hash')->where('d.is_gone', false)))
            : $query->whereNotNull('d.saved_hash')->where('d.is_gone', false);
    }

    /**
     * @param  list<string>  $paths
     * @return iterable<\stdClass>
     */
    private function rows(array $paths): iterable
    {
        return ManyValues::among($this->documents(), 'd.path_key', array_map(Document::key(...), $paths))->orderByRaw('d.saved_hash is null desc')->orderByDesc('d.id')
            ->get(['d.id', 'd.path', 'd.title', 'd.format', 'd.note', 'd.saved_hash', 'd.size', 'd.stat', 'd.recipe', 'd.release_state', 'd.release_revision', 'w.hash as draft_hash', 'w.size as draft_size']);
    }

    /** @param list<GatheredReference> $references */
    private function file(\stdClass $row, array $references): GatheredFile
    {
        $isDraft = $this->withDrafts && $row->draft_hash !== null;

        return new GatheredFile(
            $row->path, $row->id, $isDraft ? $row->draft_hash : $row->saved_hash, (int) ($isDraft ? $row->draft_size : $row->size),
            MediaKind::of(MediaType::of($row->path), FormatRegistry::standard()->forPath($row->path) !== null), $row->format,
            $isDraft ? ContentOrigin::Draft : ContentOrigin::Saved, $row->title, $row->saved_hash, $row->note === null, $row->recipe,
            $row->format === LinkReader::NAME ? $references[0]->end ?? null : null, $row->stat,
            mark: $isDraft || $row->release_state === null ? null : new Mark($row->release_state, $row->release_revision),
        );
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, list<GatheredReference>> by id
     */
    private function references(array $ids): array
    {
        $query = ManyValues::among(DB::table('document_references as r'), 'r.document_id', $ids)->orderBy('r.document_id')->orderBy('r.position');
        $query = $this->withDrafts ? $query->leftJoin('drafts as w', 'w.document_id', '=', 'r.document_id')->whereRaw('r.in_draft = (w.document_id is not null)') : $query->where('r.in_draft', false);
        $references = [];
        foreach ($query->get(['r.document_id', 'r.raw', 'r.target_kind', 'r.target_path', 'r.address']) as $row) {
            $references[$row->document_id][] = new GatheredReference($row->raw, TargetKind::from($row->target_kind), $row->target_path ?? ($row->address === null ? null : Address::end($row->address)));
        }

        return $references;
    }
}
