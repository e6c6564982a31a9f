<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Drafts\DraftDesk;
use App\Drafts\WorkingContent;
use App\Models\Document;
use App\Models\Operation;
use App\Saving\Execution;
use App\Saving\PlanBlocked;
use App\Saving\Planning;
use App\Saving\Undoing;
use App\Workspace\Graph\WorkspaceGraphs;
use App\Workspace\Index\SnapshotReader;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Tests\Support\Work\Doc;
use Hafenbuch\Core\Tests\Support\Work\Worked;
use PHPUnit\Framework\Assert;

/** Random work on real files, through the application's own tables. */
final class HarbourWorked implements Worked
{
    public readonly Harbour $harbour;

    /** @var list<string> ids of entries */
    private array $entries = [];

    /** @param list<Doc> $documents */
    public function __construct(array $documents)
    {
        $files = [];
        foreach ($documents as $document) {
            if ($document->saved !== null) {
                $files[$document->path] = $document->saved;
            }
        }
        $this->harbour = new Harbour($files);
        $desk = app(DraftDesk::class);
        foreach ($documents as $document) {
            if ($document->draft !== null) {
                $document->saved === null
                    ? $desk->begin($this->harbour->workspace, $document->path, $document->draft, $this->harbour->owner)
                    : $desk->write($this->harbour->document($document->path), $document->draft, $this->harbour->owner, null);
            }
        }
    }

    public function documents(): array
    {
        $documents = [];
        $desk = app(DraftDesk::class);
        foreach (Document::query()->kept()->with('draft')->where('workspace_id', $this->harbour->workspace->id)->where('is_gone', false)->orderBy('id')->get() as $document) {
            $document->setRelation('workspace', $this->harbour->workspace);
            $documents[$document->id] = new Doc(
                $document->id, $document->path, $document->saved_hash === null ? null : $this->harbour->read($document->path),
                $document->draft === null ? null : app(WorkingContent::class)->bytes($document), $document->origin_id,
            );
        }

        return $documents;
    }

    public function snapshot(): Snapshot
    {
        $whole = app(SnapshotReader::class)->whole($this->harbour->workspace, $this->harbour->owner);
        // What is kept of who refers to whom is what the tables say, whatever was done.
        $kept = app(WorkspaceGraphs::class)->of($this->harbour->workspace);
        foreach (array_keys($whole->documents) as $id) {
            Assert::assertEqualsCanonicalizing($whole->graph()->targetsOf((string) $id), $kept->targetsOf((string) $id));
            Assert::assertEqualsCanonicalizing($whole->graph()->referrersOf((string) $id), $kept->referrersOf((string) $id));
        }

        return $whole;
    }

    public function execute(array $decisions): Plan
    {
        [$desk, $planning] = [app(Execution::class), app(Planning::class)];
        $plan = $planning->plan($this->harbour->workspace, $this->harbour->owner, $decisions);
        if (! $plan->isBlocked() && ! $plan->isEmpty()) {
            try {
                $entry = $desk->save($this->harbour->workspace, $this->harbour->owner, $decisions, $plan->fingerprint, null);
                $this->entries[] = (string) $entry?->id;
            } catch (PlanBlocked $blocked) {
                return $blocked->plan;
            }
        }

        return $plan;
    }

    public function undo(): void
    {
        $desk = app(Undoing::class);
        $entry = Operation::query()->findOrFail((string) array_pop($this->entries));
        $plan = $desk->plan($this->harbour->workspace, $this->harbour->owner, $entry);
        $desk->undo($this->harbour->workspace, $this->harbour->owner, $entry, $plan->fingerprint);
    }
}
