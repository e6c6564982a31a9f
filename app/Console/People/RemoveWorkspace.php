<?php

declare(strict_types=1);

namespace App\Console\People;

use App\Support\Refused;
use App\Workspace\Workspaces;

/** Forgets a workspace with its drafts, versions and logbook; its files stay as they are. */
final class RemoveWorkspace extends UserCommand
{
    protected $signature = 'workspace:remove {name} {--yes : Drafts, versions and the logbook may be forgotten}';

    protected $description = 'Forget a workspace; its files stay';

    public function handle(): int
    {
        $workspace = $this->workspace();
        if (! $this->option('yes')) {
            throw Refused::because("“{$workspace->name}” would be forgotten with its drafts, versions and logbook; only its files stay. Say --yes if that is meant. A backup (bin/hafenbuch backup DIR) keeps all of it.");
        }
        $drafts = Workspaces::remove($workspace);

        return $this->answer(['name' => $workspace->name, 'root' => $workspace->root, 'drafts' => $drafts], ["“{$workspace->name}” is forgotten, with {$drafts} drafts. Its files are in {$workspace->root}."]);
    }
}
