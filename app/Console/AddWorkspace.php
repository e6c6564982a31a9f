<?php

declare(strict_types=1);

namespace App\Console;

use App\Models\User;
use App\Support\Refused;
use App\Workspace\Places;
use App\Workspace\Workspaces;

final class AddWorkspace extends HafenbuchCommand
{
    protected $signature = 'workspace:add {name} {dir}';

    protected $description = 'Register a folder';

    public function handle(): int
    {
        $email = $this->option('as');
        $owner = User::query()->when(is_string($email), static fn ($query) => $query->where('email', $email))->orderBy('id')->first()
            ?? throw Refused::because(is_string($email) ? "There is no person {$email}." : 'There is nobody yet who could own it. Add a person first: bin/hafenbuch person:add EMAIL NAME');
        $workspace = Workspaces::add((string) $this->argument('name'), (string) $this->argument('dir'), $owner);
        $this->warnOf(...Places::at($workspace->root, $workspace)->troubles());

        return $this->answer(['name' => $workspace->name, 'root' => $workspace->root], ["{$workspace->name} is registered: {$workspace->root}"]);
    }
}
