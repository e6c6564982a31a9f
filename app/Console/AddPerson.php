<?php

declare(strict_types=1);

namespace App\Console;

use App\Models\User;
use App\Support\Refused;
use App\Workspace\Workspaces;
use Illuminate\Support\Str;

/** Somebody who can log in; the first one is made by whoever administers the machine. */
final class AddPerson extends HafenbuchCommand
{
    private const LEAST_CHARACTERS = 10;

    protected $signature = 'person:add {email} {person : The name that others see} {--password-from= : A file with the password, “-” for standard input (else one is made, and told once)} {--member-of=* : Workspaces of which the person becomes a member}';

    protected $description = 'Add a person';

    public function handle(): int
    {
        $email = trim((string) $this->argument('email'));
        $name = trim((string) $this->argument('person'));
        if (filter_var($email, FILTER_VALIDATE_EMAIL) === false || strlen($email) > 255) {
            throw Refused::because("“{$email}” is no e-mail address.");
        }
        if ($name === '' || mb_strlen($name) > 255) {
            throw Refused::because('The name must have 1 to 255 characters.');
        }
        if (User::query()->where('email', $email)->exists()) {
            throw Refused::because("There is a person {$email} already.");
        }
        $workspaces = array_map(Workspaces::named(...), (array) $this->option('member-of'));
        $given = $this->givenPassword();
        $password = $given ?? Str::password(16, symbols: false);
        $person = User::query()->create(['email' => $email, 'name' => $name, 'password' => $password]);
        foreach ($workspaces as $workspace) {
            $workspace->members()->attach($person->id, ['role' => $workspace::MEMBER]);
        }

        return $this->answer(['email' => $email, 'name' => $name, ...$given === null ? ['password' => $password] : []], [
            "{$name} can log in as {$email}.", ...$given === null ? ["The password, which is told only now: {$password}"] : [],
        ]);
    }

    private function givenPassword(): ?string
    {
        $from = $this->option('password-from');
        if (! is_string($from)) {
            return null;
        }
        $password = rtrim((string) @file_get_contents($from === '-' ? 'php://stdin' : $from), "\r\n");

        return mb_strlen($password) >= self::LEAST_CHARACTERS && strlen($password) <= 72 ? $password
            : throw Refused::because('The password must have at least '.self::LEAST_CHARACTERS.' characters and at most 72 bytes.');
    }
}
