<?php

declare(strict_types=1);

namespace App\Console\People;

use App\Models\User;
use App\People\Accounts;
use App\People\Members;
use App\Workspace\By;
use App\Workspace\Workspaces;
use Illuminate\Support\Str;

/** Somebody who can log in; the first one administers the server. */
final class AddUser extends UserCommand
{
    protected $signature = 'user:add {email} {person : The name that others see} {--password-from= : A file with the password, “-” for standard input (else one is made, and told once)} {--member-of=* : Workspaces of which the person becomes a member} {--role=writer : As what: reader, writer or keeper} {--administrator : May register folders and let people in and out}';

    protected $aliases = ['person:add'];

    protected $description = 'Add a person';

    public function handle(): int
    {
        $workspaces = array_map(Workspaces::named(...), (array) $this->option('member-of'));
        $role = $this->role((string) $this->option('role'));
        $given = $this->givenPassword();
        $password = $given ?? Str::password(16, symbols: false);
        $isFirst = User::query()->doesntExist();
        $person = Accounts::make((string) $this->argument('person'), (string) $this->argument('email'), $password, $isFirst || $this->option('administrator'));
        foreach ($workspaces as $workspace) {
            Members::give($workspace, By::commandLine($workspace->firstKeeper() ?? $person), $person, $role);
        }

        return $this->answer(['email' => $person->email, 'name' => $person->name, 'administrator' => $person->is_administrator, ...$given === null ? ['password' => $password] : []], [
            "{$person->name} can log in as {$person->email}.", ...$isFirst ? ['As the first, they administer the server.'] : [], ...$given === null ? ["The password, which is told only now: {$password}"] : [],
        ]);
    }
}
