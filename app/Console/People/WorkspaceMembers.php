<?php

declare(strict_types=1);

namespace App\Console\People;

use App\Models\User;
use App\People\Members;
use Symfony\Component\Console\Exception\InvalidOptionException;

/** Who belongs to a workspace, as what. */
final class WorkspaceMembers extends UserCommand
{
    protected $signature = 'workspace:members {name} {--give=* : Give a role: EMAIL=ROLE} {--remove=* : Take a person out: EMAIL}';

    protected $description = 'Show or change who belongs to a workspace';

    public function handle(): int
    {
        $workspace = $this->workspace();
        foreach ((array) $this->option('give') as $wish) {
            [$email, $role] = [...explode('=', (string) $wish, 2), null];
            if ($role === null) {
                throw new InvalidOptionException("--give takes EMAIL=ROLE, and got “{$wish}”.");
            }
            Members::give($workspace, $this->by(), $this->account((string) $email), $this->role($role));
        }
        foreach ((array) $this->option('remove') as $email) {
            Members::remove($workspace, $this->by(), $this->account((string) $email));
        }
        $members = $workspace->members()->orderBy('users.name')->get()->map(static fn (User $person): array => ['email' => $person->email, 'name' => $person->name, 'role' => (string) $person->getAttribute('pivot')?->getAttribute('role'), 'disabled' => $person->isDisabled()])->all();

        return $this->answer(array_values($members), array_values(array_map(static fn (array $one): string => str_pad($one['role'], 8)."{$one['name']} <{$one['email']}>".($one['disabled'] ? ', disabled' : ''), $members)));
    }
}
