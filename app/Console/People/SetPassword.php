<?php

declare(strict_types=1);

namespace App\Console\People;

use App\People\Accounts;
use App\People\EntryLinks;
use App\People\SecondFactor;
use App\Support\Refused;
use Illuminate\Support\Str;

/** A new password; wherever the person was logged in, they are not any more. */
final class SetPassword extends UserCommand
{
    protected $signature = 'user:password {email} {--password-from= : A file with the password, “-” for standard input (else one is made, and told once)} {--link : Make a link by which the person chooses it} {--end-second-factor : For somebody who has lost their device and their codes}';

    protected $description = 'Give a person a new password';

    public function handle(): int
    {
        $person = $this->account((string) $this->argument('email'));
        if ($this->option('end-second-factor')) {
            SecondFactor::end($person);
        }
        if ($this->option('link')) {
            [, $address] = EntryLinks::reset($person) ?? throw Refused::because("{$person->name} has several such links open already.");

            return $this->answer(['email' => $person->email, 'link' => $address], ["Send this to {$person->name}; it holds for ".EntryLinks::RESET_HOURS." hours: {$address}"]);
        }
        $given = $this->givenPassword();
        $password = $given ?? Str::password(16, symbols: false);
        Accounts::changePassword($person, $password);

        return $this->answer(['email' => $person->email, ...$given === null ? ['password' => $password] : []], ["{$person->name} has a new password.", ...$given === null ? ["It is told only now: {$password}"] : []]);
    }
}
