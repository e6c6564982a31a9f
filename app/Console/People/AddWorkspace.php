<?php

declare(strict_types=1);

namespace App\Console\People;

use App\Workspace\Places;
use App\Workspace\Workspaces;

final class AddWorkspace extends UserCommand
{
    protected $signature = 'workspace:add {name} {dir}';

    protected $description = 'Register a folder';

    public function handle(): int
    {
        $owner = $this->by()->person;
        $workspace = Workspaces::add((string) $this->argument('name'), (string) $this->argument('dir'), $owner);
        $this->warnOf(...Places::at($workspace->root, $workspace)->troubles());

        return $this->answer(['name' => $workspace->name, 'root' => $workspace->root], ["{$workspace->name} is registered: {$workspace->root}"]);
    }
}
