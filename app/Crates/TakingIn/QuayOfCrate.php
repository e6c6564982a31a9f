<?php

declare(strict_types=1);

namespace App\Crates\TakingIn;

use App\Models\KeptSession;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\KeptDecisions;
use App\Quay\Quay;
use App\Sessions\Keeping;
use App\Sessions\SessionCopy;

/** Puts what came in a crate on a quay of its own: what was open is kept as a session, and so is what came. */
final readonly class QuayOfCrate
{
    private const NAME_LENGTH = 100;

    public function __construct(private Keeping $keeping) {}

    /**
     * Within the transaction of whoever takes in.
     *
     * @param  array<string, bool>  $documents  by id: whether it goes to the hold
     * @return array{string, ?string} the session with what came, and the one with what was open before
     */
    public function open(Workspace $workspace, User $person, string $crate, array $documents): array
    {
        Keeping::oneAtATime($person);
        $name = SessionCopy::freeName($person, mb_substr("Crate: {$crate}", 0, self::NAME_LENGTH));
        $keptAs = $this->keeping->before($person, new KeptSession(['name' => $name]), [$workspace]);
        (new Quay($workspace, $person))->arrange($documents, true);
        (new KeptDecisions($workspace, $person))->clear();
        $this->keeping->keep($person, $name, [$workspace], true, 'What came in a crate', true);

        return [$name, $keptAs];
    }
}
