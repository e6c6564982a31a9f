<?php

declare(strict_types=1);

namespace App\Quay;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Workspace\Index\SnapshotReader;
use App\Workspace\Lent;
use Illuminate\Support\Carbon;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Reads documents as rows: their states on the four axes, and which of the others they refer to. */
final readonly class RowReader
{
    public function __construct(private SnapshotReader $snapshots) {}

    /**
     * @param  list<string>  $ids
     * @param  User  $viewer  for whom the access axis is read
     * @return array<string, DocumentRow> by id, in the order given
     */
    public function rows(Workspace $workspace, array $ids, User $viewer): array
    {
        [$snapshot, $read] = $this->snapshots->forRows($workspace, $ids, $viewer);
        $below = $snapshot->below($ids);
        $wanted = array_fill_keys($ids, true);
        $lent = Lent::among($workspace, $ids);
        $rows = [];
        foreach ($ids as $id) {
            $document = $snapshot->documents[$id] ?? null;
            $fact = $read->shown($id);
            if ($document === null || $fact === null) {
                continue;
            }
            $rows[$id] = new DocumentRow(
                $id, $document->path, $fact->title, $fact->format,
                $document->contentState()->value, $below[$id]['state']->value, $below[$id]['because'], $below[$id]['distance'],
                $document->fileState()?->value, (string) $document->access,
                $fact->lock_id === $viewer->id,
                $fact->draft_size ?? $fact->size, $fact->revision,
                $fact->change_words,
                $fact->draft_at === null ? null : Carbon::parse($fact->draft_at, 'UTC')->toIso8601ZuluString('millisecond'),
                $fact->draft_by,
                array_values(array_filter($snapshot->graph()->targetsOf($id), static fn (string $target): bool => isset($wanted[$target]))), $lent[$id] ?? null, $document->access->why, $fact->release_state, $fact->release_revision,
            );
        }

        return $rows;
    }

    public function row(Document $document, User $viewer): DocumentRow
    {
        return $this->rows($document->workspace, [$document->id], $viewer)[$document->id] ?? throw new NotFoundHttpException("{$document->path} is not in this workspace any more. The logbook says what took it away, and can take that back.");
    }
}
