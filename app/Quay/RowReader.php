<?php

declare(strict_types=1);

namespace App\Quay;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Workspace\Index\SnapshotReader;
use App\Workspace\Lent;
use App\Workspace\StandingLocks;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
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
        $snapshot = $this->snapshots->forRows($workspace, $ids, $viewer);
        $below = $snapshot->below($ids);
        $facts = $this->facts($ids);
        $wanted = array_fill_keys($ids, true);
        $own = array_fill_keys(StandingLocks::query()->where('held.user_id', $viewer->id)->pluck('document_id')->all(), true);
        $lent = Lent::among($workspace, $ids);
        $rows = [];
        foreach ($ids as $id) {
            $document = $snapshot->documents[$id] ?? null;
            $fact = $facts[$id] ?? null;
            if ($document === null || $fact === null) {
                continue;
            }
            $rows[$id] = new DocumentRow(
                $id, $document->path, $fact->title, $fact->format,
                $document->contentState()->value, $below[$id]['state']->value, $below[$id]['because'], $below[$id]['distance'],
                $document->fileState()?->value, (string) $document->access,
                isset($own[$id]),
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

    /**
     * @param  list<string>  $ids
     * @return array<string, object{id: string, title: ?string, format: string, size: ?int, revision: int, draft_size: ?int, change_words: ?string, draft_at: ?string, draft_by: ?string, release_state: ?string, release_revision: ?string}>
     */
    private function facts(array $ids): array
    {
        $facts = [];
        foreach (array_chunk($ids, 1000) as $chunk) {
            $rows = DB::table('documents')->leftJoin('drafts', 'drafts.document_id', '=', 'documents.id')->leftJoin('users', 'users.id', '=', 'drafts.user_id')
                ->whereIn('documents.id', $chunk)
                ->get(['documents.id', 'title', 'format', 'documents.size', 'revision', 'drafts.size as draft_size', 'drafts.change_words', 'drafts.updated_at as draft_at', 'users.name as draft_by', 'release_state', 'release_revision']);
            foreach ($rows as $row) {
                $facts[$row->id] = $row;
            }
        }

        return $facts;
    }
}
