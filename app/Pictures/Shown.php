<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Models\Document;
use App\Models\Workspace;
use App\Pictures\Drawing\Drawer;
use App\Workspace\Graph\WorkspaceGraphs;
use App\Workspace\Settings;
use Hafenbuch\Core\Format\Link\LinkReader;
use Hafenbuch\Core\Reference\Graph;
use Illuminate\Support\Facades\DB;

/** What the pictures of documents show: their own working contents, and for what places others, the contents of these. */
final readonly class Shown
{
    /** Raised where the same contents are drawn otherwise. */
    private const EDITION = 1;

    /** Of an assembly with more parts the first are drawn. */
    public const PARTS = 200;

    public function __construct(private WorkspaceGraphs $graphs) {}

    /**
     * @param  list<string>  $ids
     * @return array<string, array{key: string, hashes: non-empty-array<string, string>}> by id, of those that are drawn: the key of all that the picture shows, and by id the contents in it, its own first
     */
    public function of(Workspace $workspace, array $ids): array
    {
        $rows = $this->rows($workspace, $ids);
        $graph = null;
        $parts = [];
        foreach ($rows as $id => $row) {
            if (Drawer::showsOthers($row->path)) {
                $graph ??= $this->graphs->of($workspace);
                $parts[$id] = self::below($graph, (string) $id);
            }
        }
        $rows += $this->rows($workspace, array_values(array_diff(array_unique(array_merge(...array_values($parts))), array_keys($rows))));
        $ways = Settings::of($workspace)->ways()->json();
        $shown = [];
        foreach ($ids as $id) {
            $row = $rows[$id] ?? null;
            if ($row !== null && $row->hash !== null && $row->format !== LinkReader::NAME && Drawer::draws($row->path)) {
                $others = array_values(array_filter($parts[$id] ?? [], static fn (string $part): bool => ($rows[$part]->hash ?? null) !== null));
                $said = [self::EDITION, $workspace->id, $row->path, $row->title, $row->hash, $ways, array_map(static fn (string $part): array => [$rows[$part]->path, $rows[$part]->hash], $others)];
                $shown[$id] = ['key' => hash('sha256', json_encode($said, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE)), 'hashes' => array_map(static fn (string $one): string => (string) $rows[$one]->hash, array_combine([(string) $id, ...$others], [(string) $id, ...$others]))];
            }
        }

        return $shown;
    }

    /** @return list<string> what a document refers to at any depth, nearest first, but no more than is drawn */
    private static function below(Graph $graph, string $id): array
    {
        $seen = [$id => true];
        $queue = [$id];
        for ($head = 0; $head < count($queue) && count($queue) <= self::PARTS; $head++) {
            foreach ($graph->targetsOf($queue[$head]) as $target) {
                if (! isset($seen[$target]) && count($queue) <= self::PARTS) {
                    $seen[$target] = true;
                    $queue[] = $target;
                }
            }
        }

        return array_slice($queue, 1);
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, object{id: string, path: string, title: ?string, format: string, hash: ?string}>
     */
    private function rows(Workspace $workspace, array $ids): array
    {
        $rows = [];
        foreach (array_chunk($ids, 1000) as $chunk) {
            $rows += DB::table('documents')->leftJoin('drafts', 'drafts.document_id', '=', 'documents.id')->where('workspace_id', $workspace->id)->whereIn('documents.id', $chunk)->whereNull('dropped_at')
                ->get(['documents.id', 'path', 'title', 'format', DB::raw('coalesce(drafts.hash, if(is_gone, null, saved_hash)) as hash')])->keyBy('id')->all();
        }

        return $rows;
    }
}
