<?php

declare(strict_types=1);

namespace App\Workspace\Graph;

use App\Models\Document;
use App\Models\Workspace;
use App\Workspace\Pulse;
use Illuminate\Support\Facades\DB;

/**
 * Tells that documents were saved, or changed for the first time since, while all refer to the same as before. That concerns those from
 * which one comes to them without meeting another unsaved one first, so that pages ask for these rows alone.
 */
final readonly class StatesTold
{
    public function __construct(private WorkspaceGraphs $graphs) {}

    /** @param list<string> $ids */
    public function tell(Workspace $workspace, array $ids, string ...$topics): void
    {
        // Only what is committed is seen by whoever commits beside this and stands on the way.
        DB::afterCommit(fn () => rescue(function () use ($workspace, $ids, $topics): void {
            $above = count($ids) > Pulse::NAMED ? null : $this->graphs->of($workspace)->walk()->aboveUntil($ids, Document::unsavedIds($workspace), Pulse::NAMED - count($ids));
            $above === null ? Pulse::changed($workspace, $ids, ...$topics) : Pulse::stated($workspace, [...$ids, ...$above], ...$topics);
        }, fn () => Pulse::changed($workspace, $ids, ...$topics)));
    }
}
