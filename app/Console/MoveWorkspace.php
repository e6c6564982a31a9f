<?php

declare(strict_types=1);

namespace App\Console;

use App\Workspace\Workspaces;

final class MoveWorkspace extends HafenbuchCommand
{
    protected $signature = 'workspace:lies-at {name} {dir}';

    protected $description = 'Say that the files of a workspace lie elsewhere now; it moves none';

    public function handle(): int
    {
        $workspace = $this->workspace();
        Workspaces::lieAt($workspace, (string) $this->argument('dir'));

        return $this->answer(['name' => $workspace->name, 'root' => $workspace->root], ["{$workspace->name} lies at {$workspace->root}. Now let it look: bin/hafenbuch scan ".escapeshellarg($workspace->name)]);
    }
}
