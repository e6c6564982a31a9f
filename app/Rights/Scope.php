<?php

declare(strict_types=1);

namespace App\Rights;

use App\Models\User;
use Laravel\Sanctum\PersonalAccessToken;

/** How far a program may go with the token that a person gave it; a person at a page goes as far as their roles. */
enum Scope: string
{
    case Read = 'read';

    case Drafts = 'drafts';

    case Save = 'save';

    case Administer = 'administer';

    public function right(): Right
    {
        return match ($this) {
            self::Read => Right::Look,
            self::Drafts => Right::Draft,
            self::Save => Right::Save,
            self::Administer => Right::Keep,
        };
    }

    /** With which scope the person asks now. */
    public static function of(User $person): self
    {
        $token = $person->currentAccessToken();
        if (! $token instanceof PersonalAccessToken) {
            return self::Administer;
        }

        return self::named((string) ($token->abilities[0] ?? ''));
    }

    public static function named(string $ability): self
    {
        // Tokens of before scopes, and those that are made by other means, reach as far as their person.
        return $ability === '*' ? self::Administer : self::tryFrom($ability) ?? self::Read;
    }
}
