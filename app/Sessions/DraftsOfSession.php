<?php

declare(strict_types=1);

namespace App\Sessions;

use App\Drafts\DraftDesk;
use App\Drafts\ReturningDraft;
use App\Drafts\ReturningDrafts;
use App\Models\Document;
use App\Models\Draft;
use App\Models\DraftStep;
use App\Models\SessionItem;
use App\Models\SessionStage;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Recovery\PointReason;
use App\Past\Recovery\RecoveryPoints;
use App\Quay\Quay;
use App\Workspace\Files\DiskContentStore;
use Hafenbuch\Core\Session\Does;
use Hafenbuch\Core\Session\OpeningLine;
use Hafenbuch\Core\Write\Progress;

/** Puts the drafts of a session on the screen again, as drafts and never as files. */
final readonly class DraftsOfSession
{
    public function __construct(private DraftDesk $desk, private DiskContentStore $contents, private RecoveryPoints $points, private StepsFile $steps, private ReturningDrafts $returning) {}

    /**
     * Within the transaction of whoever opens.
     *
     * @param  list<OpeningLine>  $lines  of one workspace
     * @param  array<int, SessionItem>  $items  by key
     * @return array<int, string> the documents that are to be open, by key
     */
    public function restore(Workspace $workspace, User $person, SessionStage $stage, array $lines, array $items, Progress $progress): array
    {
        $this->keepBoth($workspace, $person, $lines, $items);
        $ids = [];
        $this->bringBack($workspace, $person, $stage, array_values(array_filter($lines, static fn (OpeningLine $line): bool => $line->does === Does::AddsDraft)), $items, $progress);
        foreach ($lines as $line) {
            if ($line->key === null || ! $line->does->isOpen()) {
                continue;
            }
            $ids[$line->key] = match ($line->does) {
                Does::TakesDraft => $this->write($this->document($workspace, (string) $line->id), $person, $stage, $items[$line->key]),
                Does::MakesAnew => $this->begin($workspace, $person, $stage, $items[$line->key]),
                Does::BringsBack => $this->bringVersionBack($workspace, $person, (string) $line->id, $line->path),
                default => (string) $line->id,
            };
        }

        return $ids;
    }

    /**
     * Where there are two drafts, the one that does not stay on the screen becomes a recovery point.
     *
     * @param  list<OpeningLine>  $lines
     * @param  array<int, SessionItem>  $items
     */
    private function keepBoth(Workspace $workspace, User $person, array $lines, array $items): void
    {
        $ofSession = $taken = [];
        foreach ($lines as $line) {
            if ($line->key !== null && $line->does === Does::KeepsDraft) {
                $item = $items[$line->key];
                $ofSession[(string) $line->id] = ['hash' => (string) $item->draft_hash, 'size' => (int) $item->draft_size, 'base' => $item->base_hash];
            } elseif ($line->does === Does::TakesDraft) {
                $taken[] = (string) $line->id;
            }
        }
        $this->points->keep($workspace, $person, PointReason::FromSession, $ofSession);
        if ($taken !== []) {
            (new Quay($workspace, $person))->hold($taken);
            $this->points->make($workspace, $person, PointReason::BeforeOpening);
        }
    }

    /**
     * @param  list<OpeningLine>  $lines  of documents that have no draft now
     * @param  array<int, SessionItem>  $items
     */
    private function bringBack(Workspace $workspace, User $person, SessionStage $stage, array $lines, array $items, Progress $progress): void
    {
        $steps = [];
        foreach (array_chunk(array_filter(array_map(static fn (OpeningLine $line): ?int => $items[(int) $line->key]->step_id, $lines)), 1000) as $chunk) {
            foreach (DraftStep::query()->whereIn('id', $chunk)->get() as $step) {
                $steps[$step->id] = $step;
            }
        }
        $this->returning->bringBack($workspace, array_map(function (OpeningLine $line) use ($workspace, $items, $steps): ReturningDraft {
            $item = $items[(int) $line->key];
            $step = $steps[$item->step_id ?? 0] ?? null;
            $isOwn = $step !== null && $step->document_id === $line->id && $step->hash === $item->draft_hash;

            return new ReturningDraft((string) $line->id, (string) $item->draft_hash, $item->base_hash, match (true) {
                $item->steps_hash !== null => $this->step($this->document($workspace, (string) $line->id), $item),
                $isOwn => $step,
                default => null,
            });
        }, $lines), $person, "from the session “{$stage->session->name}”", $progress);
    }

    private function write(Document $document, User $person, SessionStage $stage, SessionItem $item): string
    {
        $bytes = $this->contents->sound((string) $item->draft_hash);
        $this->desk->write($document, $bytes, $person, null, "from the session “{$stage->session->name}”", $this->step($document, $item));
        $this->beginOn($document->id, $item->base_hash);

        return $document->id;
    }

    /** The step that the person stood on, where it is still the document’s own. */
    private function step(Document $document, SessionItem $item): ?DraftStep
    {
        if ($item->steps_hash !== null) {
            return $this->steps->unpack($document, $item->steps_hash, (string) $item->draft_hash);
        }

        return DraftStep::query()->where('document_id', $document->id)->where('hash', $item->draft_hash)->find($item->step_id);
    }

    /** What the draft was begun on is what a later comparison with the file goes by. */
    private function beginOn(string $id, ?string $base): void
    {
        if ($base !== null) {
            Draft::query()->whereKey($id)->update(['base_hash' => $base]);
        }
    }

    private function begin(Workspace $workspace, User $person, SessionStage $stage, SessionItem $item): string
    {
        $document = $this->desk->begin($workspace, $item->path, $this->contents->sound((string) $item->draft_hash), $person);
        $former = Document::query()->where('workspace_id', $workspace->id)->find($item->document_id);
        if ($former !== null) {
            $document->update(['origin_id' => $former->id, 'origin_kind' => 'branched', 'origin_at' => now()]);
        }

        return $document->id;
    }

    private function bringVersionBack(Workspace $workspace, User $person, string $id, string $path): string
    {
        $former = $this->document($workspace, $id);
        $version = $former->versions()->orderByDesc('number')->firstOrFail();
        $bytes = $this->contents->sound($version->hash);
        if ($former->dropped_at === null) {
            return $this->desk->write($former, $bytes, $person, null, "version {$version->number} again")->id;
        }
        $document = $this->desk->begin($workspace, $path, $bytes, $person);
        $document->update(['origin_id' => $former->id, 'origin_kind' => 'branched', 'origin_at' => now()]);

        return $document->id;
    }

    private function document(Workspace $workspace, string $id): Document
    {
        return Document::query()->with('draft')->where('workspace_id', $workspace->id)->findOrFail($id)->setRelation('workspace', $workspace);
    }
}
