<?php

declare(strict_types=1);

namespace App\Console\Sessions;

use App\Sessions\SessionList;
use App\Sessions\Sharing;
use App\Workspace\Workspaces;

final class ShareSession extends SessionCommand
{
    protected $signature = 'session:share {session} {--with=* : A workspace whose members may read it; else those that it holds documents of} {--end : Share it no more}';

    protected $description = 'Let the members of a workspace read a session and open it as their own';

    public function handle(SessionList $sessions, Sharing $sharing): int
    {
        $person = $this->whose();
        $session = $sessions->named($person, (string) $this->argument('session'));
        $with = array_values(array_map(Workspaces::named(...), array_map(strval(...), (array) $this->option('with'))));
        $names = $sharing->share($session, $person, $this->option('end') ? [] : ($with ?: $sharing->ownWorkspaces($session, $person)));

        return $this->answer(['session' => $session->name], [$names === [] ? "“{$session->name}” is yours alone." : "“{$session->name}” can be read by the members of ".implode(' and ', $names).'.']);
    }
}
