<?php

declare(strict_types=1);

namespace App\Setup;

use App\Drafts\DraftDesk;
use App\Drafts\Steps;
use App\Drafts\WorkingContent;
use App\Models\Document;
use App\Models\DraftStep;
use App\Models\QuayItem;
use App\Models\User;
use App\Past\Recovery\PointReason;
use App\Past\Recovery\RecoveryPoints;
use Illuminate\Support\Carbon;

/** The last hour of one draft: edits, steps back, and recovery points. */
final readonly class DemoEdits
{
    public function __construct(private DraftDesk $drafts, private WorkingContent $working, private Steps $steps, private RecoveryPoints $points) {}

    /** @param list<array{minutes: int, was?: string, now?: string, back?: int, point?: bool}> $edits */
    public function make(Document $document, User $person, array $edits): void
    {
        $item = ['workspace_id' => $document->workspace_id, 'user_id' => $person->id, 'document_id' => $document->id];
        QuayItem::query()->create([...$item, 'position' => 1, 'place' => QuayItem::SHOWN, 'opened_at' => now()]);
        try {
            foreach ($edits as $edit) {
                Carbon::setTestNow();
                Carbon::setTestNow(Carbon::now()->subMinutes($edit['minutes']));
                match (true) {
                    isset($edit['point']) => $this->points->make($document->workspace, $person, PointReason::Time),
                    isset($edit['back']) => $this->back($document, $person, $edit['back']),
                    default => $this->edit($document, $person, $edit['was'] ?? '', $edit['now'] ?? ''),
                };
                $document = Document::query()->with('draft', 'workspace')->findOrFail($document->id);
            }
        } finally {
            Carbon::setTestNow();
            // Its place on the quay is for the story to give.
            QuayItem::query()->where($item)->delete();
        }
    }

    private function edit(Document $document, User $person, string $was, string $now): void
    {
        $this->drafts->write($document, str_replace($was, $now, $this->working->bytes($document)), $person, null);
    }

    private function back(Document $document, User $person, int $count): void
    {
        $step = DraftStep::query()->findOrFail($document->step_id);
        for ($number = 0; $number < $count; $number++) {
            $step = DraftStep::query()->findOrFail($step->parent_id);
        }
        $this->drafts->write($document, $this->steps->bytes($step), $person, null, null, $step);
    }
}
