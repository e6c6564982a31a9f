<?php

declare(strict_types=1);

namespace App\Console\People;

use App\Console\HafenbuchCommand;
use App\Models\Role;
use App\Models\User;
use App\Support\Refused;
use App\Workspace\By;
use Symfony\Component\Console\Exception\InvalidOptionException;

/** What the commands about people share. They are for whoever administers the machine, and act for the first administrator. */
abstract class UserCommand extends HafenbuchCommand
{
    /** @throws Refused */
    protected function account(string $email): User
    {
        return User::query()->where('email', trim($email))->first() ?? throw Refused::because("Nobody here has the e-mail address {$email}.");
    }

    /** @throws Refused */
    protected function by(): By
    {
        $email = $this->option('as');
        $person = is_string($email) ? $this->account($email) : User::query()->whereNull('disabled_at')->orderByDesc('is_administrator')->orderBy('id')->first();

        return By::commandLine($person ?? throw Refused::because('There is nobody yet to act for. Add a person first: bin/hafenbuch user:add EMAIL NAME'));
    }

    protected function role(string $name): Role
    {
        return Role::tryFrom($name) ?? throw new InvalidOptionException("“{$name}” is no role; there are ".implode(', ', array_column(Role::cases(), 'value')).'.');
    }

    protected function givenPassword(): ?string
    {
        $from = $this->option('password-from');

        return is_string($from) ? rtrim((string) @file_get_contents($from === '-' ? 'php://stdin' : $from), "\r\n") : null;
    }
}
