<?php

declare(strict_types=1);

namespace App\Console\Relink;

use App\Console\HafenbuchCommand;
use App\Models\Workspace;
use App\Workspace\Index\SnapshotReader;

/** What the commands on strays share. */
abstract class StrayCommand extends HafenbuchCommand
{
    /** @return ?list<string> the ids of the document that is named and of all below it; null: none is named */
    protected function documents(Workspace $workspace, SnapshotReader $snapshots): ?array
    {
        $path = $this->option('of');
        if (! is_string($path)) {
            return null;
        }
        $id = $this->document($workspace, $path)->id;

        return [$id, ...$snapshots->unsaved($workspace)->graph()->walk()->below([$id])];
    }
}
