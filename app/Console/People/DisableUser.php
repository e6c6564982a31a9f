<?php

declare(strict_types=1);

namespace App\Console\People;

use App\People\Accounts;

/** Ends all that a person has open, and lets them in no more; what they have written stays. */
final class DisableUser extends UserCommand
{
    protected $signature = 'user:disable {email} {--enable : Let them in again}';

    protected $description = 'Let a person in no more';

    public function handle(): int
    {
        $person = $this->account((string) $this->argument('email'));
        $isEnabled = (bool) $this->option('enable');
        $isEnabled ? Accounts::enable($person, $this->by()) : Accounts::disable($person, $this->by());

        return $this->answer(['email' => $person->email, 'disabled' => ! $isEnabled], [$isEnabled ? "{$person->name} can log in again." : "{$person->name} is logged out everywhere, and cannot log in."]);
    }
}
