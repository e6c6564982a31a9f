<?php

declare(strict_types=1);

namespace App\Console\Sessions;

use App\Console\HafenbuchCommand;
use App\Models\SessionStage;
use App\Models\User;
use App\Models\Workspace;
use App\Sessions\SessionList;
use App\Support\Refused;
use Symfony\Component\Console\Exception\InvalidOptionException;

/** What the commands about sessions share: sessions belong to people, not to workspaces. */
abstract class SessionCommand extends HafenbuchCommand
{
    /** @throws Refused */
    protected function whose(): User
    {
        $email = $this->option('as');
        if (is_string($email)) {
            return User::query()->where('email', $email)->first() ?? throw Refused::because("Nobody here has the e-mail address {$email}.");
        }

        return Workspace::query()->orderBy('id')->first()?->firstKeeper() ?? throw Refused::because('There is no workspace yet, and so no owner to act for. Name a person with --as EMAIL.');
    }

    /** @throws Refused */
    protected function stage(SessionList $sessions, User $person, string $argument = 'session', string $option = 'stage'): SessionStage
    {
        $number = $this->hasOption($option) ? $this->option($option) : null;
        if ($number !== null && (! is_string($number) || preg_match('~^\d{1,9}$~D', $number) !== 1)) {
            throw new InvalidOptionException("--{$option} is the number of a stage.");
        }

        return $sessions->stage($sessions->named($person, (string) $this->argument($argument)), $number === null ? null : (int) $number);
    }

    protected static function bytes(int $bytes): string
    {
        return number_format($bytes).' bytes';
    }
}
