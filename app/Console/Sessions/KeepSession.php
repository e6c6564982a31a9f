<?php

declare(strict_types=1);

namespace App\Console\Sessions;

use App\Sessions\Keeping;
use App\Workspace\Workspaces;

final class KeepSession extends SessionCommand
{
    protected $signature = 'session:keep {session} {name* : The workspaces whose quays are kept} {--everything : Also the drafts with their steps, decisions, and the settings of the watch} {--note=} {--new : Refuse where there is a session of that name} {--put-away : Clear the quay too}';

    protected $description = 'Keep what is open under a name';

    public function handle(Keeping $keeping): int
    {
        $workspaces = array_values(array_map(Workspaces::named(...), array_map(strval(...), (array) $this->argument('name'))));
        // A person who is in one of them and not in another is refused there.
        $person = array_map($this->person(...), $workspaces)[0];
        $arguments = [$person, (string) $this->argument('session'), $workspaces, (bool) $this->option('everything'), $this->option('note'), (bool) $this->option('new')];
        $stage = $this->option('put-away') ? $keeping->putAway(...$arguments) : $keeping->keep(...$arguments);

        return $this->answer(
            ['session' => $stage->session->name, 'stage' => $stage->number, 'documents' => $stage->documents, 'drafts' => $stage->drafts],
            ["“{$stage->session->name}”, stage {$stage->number}: {$stage->documents} documents, {$stage->drafts} drafts. No file was written."],
        );
    }
}
