<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Models\Document;
use App\Models\Workspace;
use App\Pictures\Drawing\Drawer;
use App\Support\ManyValues;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Graph\WorkspaceGraphs;
use App\Workspace\Reading\Formats;
use App\Workspace\Settings;
use Hafenbuch\Core\Format\Link\LinkReader;
use Hafenbuch\Core\Reference\Graph;
use Hafenbuch\Core\Reference\Resolver;
use Illuminate\Support\Facades\DB;

/**
 * What the pictures of documents show: their own working contents, and for what places others, the contents of these. What is asked for is
 * a document’s id, or its id, a colon and the hash of a content that the store keeps: then it is drawn as it was, among the others as they are now.
 */
final readonly class Shown
{
    /** Raised where the same contents are drawn otherwise. */
    private const EDITION = 2;

    /** Of an assembly with more parts the first are drawn. */
    public const PARTS = 200;

    /** A larger content that was is drawn without the others that it places. */
    private const READ_BYTES = 1 << 20;

    public function __construct(private WorkspaceGraphs $graphs, private DiskContentStore $contents) {}

    /**
     * @param  list<string>  $asked
     * @return array<string, Showing> by what was asked for, of those that are drawn
     */
    public function of(Workspace $workspace, array $asked): array
    {
        $ids = array_values(array_unique(array_map(self::idOf(...), $asked)));
        $rows = $this->rows($workspace, $ids);
        $choices = $this->choices($ids);
        $ways = Settings::of($workspace)->ways()->json();
        $graph = null;
        $parts = [];
        foreach ($asked as $one) {
            $row = $rows[self::idOf($one)] ?? null;
            if ($row !== null && Drawer::showsOthers($row->path)) {
                $graph ??= $this->graphs->of($workspace);
                $parts[$one] = self::below($graph, $row->id, $this->placedThen($workspace, $row->path, self::hashIn($one)));
            }
        }
        $rows += $this->rows($workspace, array_values(array_diff(array_unique(array_merge(...array_values($parts))), array_keys($rows))));
        $shown = [];
        foreach ($asked as $one) {
            $row = $rows[self::idOf($one)] ?? null;
            $choice = $choices[self::idOf($one)] ?? null;
            $stays = self::hashIn($one) === null ? $choice?->hash : null;
            $hash = self::hashIn($one) ?? $stays ?? $row?->hash;
            if ($row === null || $hash === null || $row->format === LinkReader::NAME || ! Drawer::draws($row->path)) {
                continue;
            }
            $others = array_values(array_filter($parts[$one] ?? [], static fn (string $part): bool => $part !== $row->id && ($rows[$part]->hash ?? null) !== null));
            $aspect = (array) json_decode($choice->aspect ?? '[]', true);
            // One that stays is not drawn anew where others that it places have changed.
            $beside = $stays === null ? array_map(static fn (string $part): array => [$rows[$part]->path, $rows[$part]->hash], $others) : [];
            $said = [self::EDITION, $workspace->id, $row->path, $row->title, $hash, $ways, $beside, ...($aspect === [] && $stays === null ? [] : [$aspect, $choice?->chosen_at])];
            $shown[$one] = new Showing(
                hash('sha256', json_encode($said, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE)),
                [$row->id => $hash, ...array_combine($others, array_map(static fn (string $part): string => (string) $rows[$part]->hash, $others))],
                $hash !== $row->hash || $stays !== null, $aspect,
            );
        }

        return $shown;
    }

    /** @return array<string, string> path by id of what a document refers to at any depth, nearest first, but no more than is drawn: where one of them changes, what it shows does */
    public function placedBy(Workspace $workspace, string $id): array
    {
        $below = self::below($this->graphs->of($workspace), $id, null);
        $paths = ManyValues::among(DB::table('documents')->where('workspace_id', $workspace->id), 'id', $below)->whereNull('dropped_at')->pluck('path', 'id')->all();

        return array_filter(array_combine($below, array_map(static fn (string $one): ?string => $paths[$one] ?? null, $below)));
    }

    private static function idOf(string $asked): string
    {
        return explode(':', $asked, 2)[0];
    }

    private static function hashIn(string $asked): ?string
    {
        return explode(':', $asked, 2)[1] ?? null;
    }

    /**
     * @param  ?list<string>  $first  documents that it placed when it was otherwise; null: those that it refers to now
     * @return list<string> what a document refers to at any depth, nearest first, but no more than is drawn
     */
    private static function below(Graph $graph, string $id, ?array $first): array
    {
        $seen = [$id => true];
        $queue = [$id];
        for ($head = 0; $head < count($queue) && count($queue) <= self::PARTS; $head++) {
            foreach ($head === 0 && $first !== null ? $first : $graph->targetsOf($queue[$head]) as $target) {
                if (! isset($seen[$target]) && count($queue) <= self::PARTS) {
                    $seen[$target] = true;
                    $queue[] = $target;
                }
            }
        }

        return array_slice($queue, 1);
    }

    /** @return ?list<string> ids of the documents that a content of the past refers to; null: it is not one of the past */
    private function placedThen(Workspace $workspace, string $path, ?string $hash): ?array
    {
        if ($hash === null || ($this->contents->size($hash) ?? self::READ_BYTES) >= self::READ_BYTES) {
            return $hash === null ? null : [];
        }
        $reading = Formats::of($workspace)->read($path, $this->contents->bytes($hash));
        $resolver = new Resolver($workspace->root);
        $keys = [];
        foreach ($reading->references as $site) {
            $end = $resolver->resolve($path, $site->raw, $site->style, $reading->base)->path;
            if ($end !== null) {
                $keys[] = Document::key($end);
            }
        }

        return ManyValues::among(DB::table('documents'), 'path_key', array_slice(array_values(array_unique($keys)), 0, self::PARTS))->where('workspace_id', $workspace->id)->whereNull('dropped_at')->orderBy('id')->pluck('id')->all();
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, object{aspect: string, hash: ?string, chosen_at: string}>
     */
    private function choices(array $ids): array
    {
        $choices = [];
        foreach (ManyValues::portions($ids) as $chunk) {
            $choices += ManyValues::among(DB::table('picture_choices'), 'document_id', $chunk)->get(['document_id', 'aspect', 'hash', 'chosen_at'])->keyBy('document_id')->all();
        }

        return $choices;
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, object{id: string, path: string, title: ?string, format: string, hash: ?string}>
     */
    private function rows(Workspace $workspace, array $ids): array
    {
        $rows = [];
        foreach (ManyValues::portions($ids) as $chunk) {
            $rows += ManyValues::among(DB::table('documents'), 'documents.id', $chunk)->leftJoin('drafts', 'drafts.document_id', '=', 'documents.id')->where('workspace_id', $workspace->id)->whereNull('dropped_at')
                ->get(['documents.id', 'path', 'title', 'format', DB::raw('coalesce(drafts.hash, if(is_gone, null, saved_hash)) as hash')])->keyBy('id')->all();
        }

        return $rows;
    }
}
