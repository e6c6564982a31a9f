<?php

declare(strict_types=1);

namespace App\Console;

use App\Models\Document;
use App\Workspace\Index\SnapshotReader;
use Hafenbuch\Core\Document\BelowState;
use Hafenbuch\Core\Document\FileState;

final class ShowStatus extends HafenbuchCommand
{
    protected $signature = 'status {name} {--all : All documents, also those that are as saved, settled, there and writable}';

    protected $description = 'Show the documents that need attention, on all four axes';

    public function handle(SnapshotReader $snapshots): int
    {
        $workspace = $this->workspace();
        $snapshot = $snapshots->whole($workspace);
        $below = $snapshot->below();
        $known = Document::query()->where('workspace_id', $workspace->id)->get(['id', 'title', 'format'])->keyBy('id');
        $rows = [];
        foreach ($snapshot->documents as $id => $document) {
            $isAtRest = ! $document->isUnsaved() && $below[$id]['state'] === BelowState::Settled
                && $document->fileState() === FileState::There && $document->access->writable;
            if (! $isAtRest || $this->option('all')) {
                $rows[] = [
                    'path' => $document->path,
                    'title' => $known[$id]->title ?? null,
                    'format' => $known[$id]->format ?? 'file',
                    'content' => $document->contentState()->value,
                    'below' => $below[$id]['state']->value,
                    'file' => $document->fileState()?->value,
                    'access' => (string) $document->access,
                ];
            }
        }
        usort($rows, static fn (array $a, array $b): int => $a['path'] <=> $b['path']);

        return $this->answer($rows, array_map(static fn (array $row): string => sprintf(
            '%-9s %-9s %-15s %-9s  %s',
            $row['content'], $row['below'], $row['file'] ?? 'no file yet', $row['access'], $row['path'],
        ), $rows));
    }
}
