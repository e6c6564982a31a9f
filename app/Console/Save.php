<?php

declare(strict_types=1);

namespace App\Console;

use App\Models\OperationLine;
use App\Rights\Right;
use App\Saving\Execution;
use App\Saving\Planning;
use App\Workspace\Index\SnapshotReader;
use Symfony\Component\Console\Input\InputOption;

final class Save extends PlanningCommand
{
    public const RIGHT = Right::Save;

    protected $name = 'save';

    protected $description = 'Plan and execute';

    protected function configure(): void
    {
        parent::configure();
        $this->addOption('note', null, InputOption::VALUE_REQUIRED, 'What this save is, for the logbook');
        $this->addOption('fingerprint', null, InputOption::VALUE_REQUIRED, 'Refuse if the plan is no longer the one with this fingerprint');
    }

    public function handle(Execution $execution, Planning $planning, SnapshotReader $snapshots): int
    {
        $workspace = $this->workspace();
        $person = $this->person($workspace);
        $entry = $execution->save($workspace, $person, $this->choices($planning, $snapshots, $workspace, $person), $this->option('fingerprint'), $this->option('note'));
        $lines = $entry === null ? [] : Shapes::entry($entry)['lines'];

        return $this->answer(['entry' => $entry?->number, 'lines' => $lines], $entry === null ? ['Nothing to save.'] : [
            ...$entry->lines->map(static fn (OperationLine $line): string => sprintf('%-8s %s', $line->action, $line->path))->all(),
            "Entry {$entry->number} in the logbook.",
        ]);
    }
}
