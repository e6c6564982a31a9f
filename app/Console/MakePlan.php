<?php

declare(strict_types=1);

namespace App\Console;

use App\Saving\Planning;
use App\Workspace\Index\SnapshotReader;

final class MakePlan extends PlanningCommand
{
    protected $name = 'plan';

    protected $description = 'Show what a save would write, and why';

    public function handle(Planning $planning, SnapshotReader $snapshots): int
    {
        $workspace = $this->workspace();
        $person = $this->person($workspace);
        $plan = $planning->plan($workspace, $person, $this->choices($planning, $snapshots, $workspace, $person));

        return $this->answer(Shapes::plan($plan), Shapes::planWords($plan));
    }
}
