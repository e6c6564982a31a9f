<?php

declare(strict_types=1);

namespace App\Console\People;

use App\Rights\Scope;
use Symfony\Component\Console\Exception\InvalidOptionException;

/** By which a program asks for a person. */
final class AddToken extends UserCommand
{
    protected $signature = 'token:add {email} {token-name : What it is for} {--scope=save : How far it reaches: read, drafts, save or administer} {--days= : For how long it holds}';

    protected $description = 'Make a token for a program';

    public function handle(): int
    {
        $person = $this->account((string) $this->argument('email'));
        $scope = Scope::tryFrom((string) $this->option('scope')) ?? throw new InvalidOptionException('--scope is one of '.implode(', ', array_column(Scope::cases(), 'value')).'.');
        $days = $this->option('days');
        if ($days !== null && (! is_string($days) || preg_match('~^[1-9]\d{0,3}$~D', $days) !== 1)) {
            throw new InvalidOptionException('--days is a number of days, 1 to 9999.');
        }
        $until = $days === null ? null : now()->addDays((int) $days);
        $token = $person->createToken((string) $this->argument('token-name'), [$scope->value], $until);

        return $this->answer(['id' => $token->accessToken->getKey(), 'token' => $token->plainTextToken, 'scope' => $scope->value, 'until' => $until?->toIso8601ZuluString()], ["The token, which is told only now: {$token->plainTextToken}"]);
    }
}
