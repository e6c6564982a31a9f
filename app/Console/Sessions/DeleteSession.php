<?php

declare(strict_types=1);

namespace App\Console\Sessions;

use App\Sessions\SessionList;
use App\Sessions\Sharing;

final class DeleteSession extends SessionCommand
{
    protected $signature = 'session:delete {session}';

    protected $description = 'Delete a session; documents and their drafts stay';

    public function handle(SessionList $sessions, Sharing $sharing): int
    {
        $person = $this->whose();
        $session = $sessions->named($person, (string) $this->argument('session'));
        $freed = $sharing->delete($session, $person);

        return $this->answer(['session' => $session->name], ["“{$session->name}” is deleted; ".self::bytes($freed).' that only it kept come free. Documents and drafts stay as they are.']);
    }
}
