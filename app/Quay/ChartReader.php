<?php

declare(strict_types=1);

namespace App\Quay;

use App\Models\Document;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Workspace\Graph\WorkspaceGraphs;
use App\Workspace\Kept\TouchedRow;
use Hafenbuch\Core\Document\ContentState;
use Hafenbuch\Core\Reference\Cycles;
use Illuminate\Support\Facades\DB;

/** Which of some documents refer to which, with what a chart shows of each: what is unsaved, unsettled, stray, gone, and in a circle. */
final readonly class ChartReader
{
    /** More are in no one chart. */
    public const MOST = 5000;

    public function __construct(private WorkspaceGraphs $graphs) {}

    /**
     * A document with all that is so near to it, up, down or both.
     *
     * @return list<string> ids, nearest first
     */
    public function around(Document $document, int $depth, bool $isUp, bool $isDown): array
    {
        $graph = $this->graphs->of($document->workspace);
        $ids = [$document->id];
        foreach ([...$isUp ? [true] : [], ...$isDown ? [false] : []] as $way) {
            foreach ($graph->walk()->around($document->id, $way, self::MOST)[0] as [$id, $distance]) {
                if ($distance <= $depth) {
                    $ids[] = $id;
                }
            }
        }

        return array_values(array_unique($ids));
    }

    /**
     * @param  list<string>  $ids
     * @return array{nodes: list<array{id: string, path: string, title: ?string, content: string, isGone: bool, unsettledBy: ?string, strays: int, cycle: ?int}>, edges: list<array{int, int}>, isMore: bool}
     */
    public function of(Workspace $workspace, array $ids): array
    {
        $isMore = count($ids) > self::MOST;
        $rows = $this->rows($workspace, array_slice($ids, 0, self::MOST));
        $file = $this->graphs->latest($workspace, PHP_INT_MAX);
        $numbers = array_flip(array_map(static fn (object $row): string => $row->id, $rows));
        $targets = $edges = [];
        foreach ($rows as $number => $row) {
            $targets[$number] = [];
            foreach ($file->graph->targetsOf($row->id) as $target) {
                if (isset($numbers[$target])) {
                    $targets[$number][] = $numbers[$target];
                    $edges[] = [$number, $numbers[$target]];
                }
            }
        }
        $cycles = Cycles::among($targets);
        $nearest = $file->graph->nearness()->below(Document::unsavedIds($workspace), array_map(static fn (object $row): string => $row->id, $rows));
        $nodes = [];
        foreach ($rows as $number => $row) {
            $nodes[] = [
                'id' => $row->id, 'path' => $row->path, 'title' => $row->title, 'content' => ContentState::of($row->saved_hash !== null, (bool) $row->has_draft)->value,
                'isGone' => $file->fileOf($row->id) === TouchedRow::GONE, 'unsettledBy' => $nearest[$row->id][0] ?? null, 'strays' => $file->countOf($row->id)[1] ?? 0, 'cycle' => $cycles[$number],
            ];
        }

        return ['nodes' => $nodes, 'edges' => $edges, 'isMore' => $isMore];
    }

    /**
     * @param  list<string>  $ids
     * @return list<object{id: string, path: string, title: ?string, saved_hash: ?string, has_draft: int}> in the order of the ids
     */
    private function rows(Workspace $workspace, array $ids): array
    {
        $rows = [];
        foreach (ManyValues::portions($ids) as $chunk) {
            $found = ManyValues::among(DB::table('documents as d'), 'd.id', $chunk)->leftJoin('drafts', 'drafts.document_id', '=', 'd.id')->where('d.workspace_id', $workspace->id)->whereNull('d.dropped_at')
                ->get(['d.id', 'd.path', 'd.title', 'd.saved_hash', DB::raw('drafts.document_id is not null as has_draft')])->keyBy('id');
            foreach ($chunk as $id) {
                isset($found[$id]) && $rows[] = $found[$id];
            }
        }

        return $rows;
    }
}
