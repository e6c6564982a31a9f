<?php

declare(strict_types=1);

namespace App\Console;

use App\Models\Document;
use App\Models\Workspace;
use App\Workspace\Index\SnapshotReader;
use Hafenbuch\Core\Document\BelowState;
use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\FileState;

final class ShowStatus extends HafenbuchCommand
{
    protected $signature = 'status {name} {--all : All documents, also those that are as saved, settled, there and writable}';

    /** No path has it, and it comes before all that a path may have. */
    private const BEHIND_PATH = "\0";

    protected $description = 'Show the documents that need attention, on all four axes';

    public function handle(SnapshotReader $snapshots): int
    {
        $workspace = $this->workspace();
        $rows = [];
        foreach ($snapshots->inPortions($workspace) as [$ids, $snapshot]) {
            $below = $snapshot->below($ids);
            $known = null;
            foreach ($ids as $id) {
                $document = $snapshot->get($id);
                $isAtRest = ! $document->isUnsaved() && $below[$id]['state'] === BelowState::Settled
                    && $document->fileState() === FileState::There && $document->access->writable;
                if (! $isAtRest || $this->option('all')) {
                    $known ??= $this->option('json') ? $this->titles($workspace, $ids) : [];
                    $rows[] = $document->path.self::BEHIND_PATH.$this->worded($document, $below[$id]['state'], $known[$id] ?? null);
                }
            }
        }
        sort($rows, SORT_STRING);

        return $this->answerList(array_map(static fn (string $row): string => substr($row, (int) strpos($row, self::BEHIND_PATH) + 1), $rows));
    }

    /** @param ?object{title: ?string, format: string} $known */
    private function worded(DocumentSnapshot $document, BelowState $below, ?object $known): string
    {
        return $this->option('json') ? json_encode([
            'path' => $document->path, 'title' => $known?->title, 'format' => $known->format ?? 'file',
            'content' => $document->contentState()->value, 'below' => $below->value, 'file' => $document->fileState()?->value, 'access' => (string) $document->access,
        ], Shapes::JSON) : sprintf('%-9s %-9s %-15s %-9s  %s', $document->contentState()->value, $below->value, $document->fileState()->value ?? 'no file yet', $document->access, $document->path);
    }

    /**
     * @param  non-empty-list<string>  $ids  one after the other
     * @return array<string, object{title: ?string, format: string}> by id
     */
    private function titles(Workspace $workspace, array $ids): array
    {
        return Document::query()->toBase()->where('workspace_id', $workspace->id)->whereBetween('id', [$ids[0], end($ids)])->get(['id', 'title', 'format'])->keyBy('id')->all();
    }
}
