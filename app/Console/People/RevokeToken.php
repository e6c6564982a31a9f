<?php

declare(strict_types=1);

namespace App\Console\People;

use App\Support\Refused;

final class RevokeToken extends UserCommand
{
    protected $signature = 'token:revoke {email} {token-name : Its name, or its number}';

    protected $description = 'Take a token back';

    public function handle(): int
    {
        $person = $this->account((string) $this->argument('email'));
        $name = (string) $this->argument('token-name');
        $found = $person->tokens()->where(static fn ($tokens) => $tokens->where('name', $name)->when(preg_match('~^\d{1,18}$~D', $name) === 1, static fn ($more) => $more->orWhere('id', (int) $name)))->get();
        if ($found->isEmpty()) {
            throw Refused::because("{$person->name} has no token “{$name}”.".($person->tokens()->exists() ? ' There are: '.$person->tokens()->pluck('name')->implode(', ').'.' : ''));
        }
        $found->each->delete();

        return $this->answer(['revoked' => $found->count()], [$found->count() === 1 ? 'The token is void.' : "{$found->count()} tokens of this name are void."]);
    }
}
