<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Operation as OperationRecord;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Pulse;
use App\Workspace\WorkspaceLock;
use Hafenbuch\Core\Plan\Action;
use Hafenbuch\Core\Plan\PlanLine;
use Hafenbuch\Core\Plan\Reason;

/** Does what a person has chosen for an entry that asks. */
final readonly class Resolving
{
    public function __construct(private Execution $execution) {}

    /**
     * Ends an operation of which recovery could not tell: every file becomes as it was to be, or as it was before,
     * as an operation of its own, so that this can be taken back too. What nobody expected is kept in the store.
     *
     * @throws Refused|PlanChanged
     */
    public function resolve(Workspace $workspace, User $person, OperationRecord $entry, Resolution $how): ?OperationRecord
    {
        return WorkspaceLock::hold($workspace, function () use ($workspace, $person, $entry, $how): ?OperationRecord {
            $entry->refresh();
            if ($entry->state !== OperationRecord::NEEDS_PERSON) {
                throw Refused::because("Entry {$entry->number} is “{$entry->state}” and asks for nothing.");
            }
            $lines = $how === Resolution::Keep ? [] : $this->lines($workspace, $entry, $how);
            $done = $lines === [] ? null : $this->execution->run($workspace, new LogEntry(OperationRecord::SETTLE, $person->id, $lines, null, null));
            $entry->update(['state' => OperationRecord::SETTLED, 'message' => $how->words()]);
            Pulse::tell($workspace, Pulse::LOGBOOK);

            return $done;
        });
    }

    /** @return list<PlanLine> */
    private function lines(Workspace $workspace, OperationRecord $entry, Resolution $how): array
    {
        $files = WorkspaceFiles::of($workspace);
        $lines = [];
        foreach ($entry->lines as $line) {
            $plan = $line->planLine();
            $wanted = $how === Resolution::Finish ? $plan->after : $plan->before;
            $now = $plan->action->touchesFile() ? $files->hash($plan->path) : $wanted;
            if ($now !== $wanted) {
                $action = $wanted === null ? Action::Remove : ($now === null ? Action::Create : Action::Write);
                $lines[] = new PlanLine($plan->documentId, $plan->path, $action, $now, $wanted, Reason::settles($entry->number));
            }
        }

        return $lines;
    }
}
