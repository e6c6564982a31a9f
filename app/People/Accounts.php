<?php

declare(strict_types=1);

namespace App\People;

use App\Models\Operation;
use App\Models\Role;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\By;
use App\Workspace\RuleEntry;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Str;

/** Makes accounts, changes them, and ends what they have open. */
final class Accounts
{
    private const TRIES = 5;

    /** @throws Refused */
    public static function make(string $name, string $email, string $password, bool $isAdministrator = false): User
    {
        [$name, $email] = [self::name($name), self::email($email)];
        Passwords::check($password, [$name, $email]);
        try {
            $person = new User(['name' => $name, 'email' => $email, 'password' => $password]);
            $person->forceFill(['is_administrator' => $isAdministrator])->save();
        } catch (UniqueConstraintViolationException) {
            throw Refused::because("There is a person {$email} already.");
        }

        return $person;
    }

    /** @throws Refused */
    public static function change(User $person, string $name, string $email): void
    {
        [$name, $email] = [self::name($name), self::email($email)];
        try {
            $person->update(['name' => $name, 'email' => $email]);
        } catch (UniqueConstraintViolationException) {
            $person->refresh();
            throw Refused::because("{$email} is the address of another account.");
        }
    }

    /**
     * All other sessions of the account end, so that whoever knew the old password is out.
     *
     * @param  ?string  $session  the one that stays
     *
     * @throws Refused
     */
    public static function changePassword(User $person, string $password, ?string $session = null): void
    {
        Passwords::check($password, [$person->name, $person->email]);
        // A cookie that says “remember me” would outlive the old password.
        $person->forceFill(['password' => $password, 'remember_token' => Str::random(60)])->save();
        DB::table('sessions')->where('user_id', $person->id)->when($session !== null, static fn ($others) => $others->where('id', '!=', $session))->delete();
    }

    /** @throws Refused */
    public static function mustKnow(User $person, string $password): void
    {
        Hash::check($password, (string) $person->password) || throw Refused::because('This is not your password now. Nothing has been changed.');
    }

    /**
     * Ends all that the person has open; what they have written stays.
     *
     * @throws Refused
     */
    public static function disable(User $person, By $by): void
    {
        self::mustNotBeLastKeeper($person);
        self::enter($person, $by, "Disabled the account of {$person->name}", static function () use ($person): void {
            self::mustNotBeLast($person);
            $person->forceFill(['disabled_at' => now(), 'remember_token' => null])->save();
            DB::table('sessions')->where('user_id', $person->id)->delete();
            $person->tokens()->delete();
            EntryLinks::withdraw($person);
        });
    }

    public static function enable(User $person, By $by): void
    {
        self::enter($person, $by, "Enabled the account of {$person->name}", static fn () => $person->forceFill(['disabled_at' => null])->save());
    }

    /** @throws Refused */
    public static function administers(User $person, bool $isAdministrator, By $by): void
    {
        self::enter($person, $by, $isAdministrator ? "Made {$person->name} an administrator of the server" : "{$person->name} is no administrator of the server any more", static function () use ($person, $isAdministrator): void {
            $isAdministrator || self::mustNotBeLast($person);
            $person->forceFill(['is_administrator' => $isAdministrator])->save();
        });
    }

    /**
     * In the logbook of every workspace of the person; where they are in none, it is only done.
     *
     * @param  callable(): mixed  $change
     */
    private static function enter(User $person, By $by, string $words, callable $change): void
    {
        DB::transaction($change(...), self::TRIES);
        foreach (Workspace::query()->whereHas('members', static fn ($members) => $members->whereKey($person->id))->get() as $workspace) {
            RuleEntry::of($workspace, $by, Operation::PEOPLE, static fn (): array => ['words' => $words, 'result' => null]);
        }
    }

    /** @throws Refused */
    private static function mustNotBeLastKeeper(User $person): void
    {
        foreach ($person->workspaces()->wherePivot('role', Role::Keeper->value)->get() as $workspace) {
            Members::mustNotBeLast($workspace, $person);
        }
    }

    /**
     * Within a transaction; of two who take each other’s rights at once, the second waits and finds the first gone.
     *
     * @throws Refused
     */
    private static function mustNotBeLast(User $person): void
    {
        $administrators = User::query()->where('is_administrator', true)->whereNull('disabled_at')->orderBy('id')->lockForUpdate()->pluck('id')->all();
        if ($administrators === [$person->id]) {
            throw Refused::because("{$person->name} is the only administrator of this server. Make somebody else one first.");
        }
    }

    /** @throws Refused */
    public static function email(string $email): string
    {
        $email = trim($email);

        return filter_var($email, FILTER_VALIDATE_EMAIL) !== false && strlen($email) <= 255 ? $email : throw Refused::because("“{$email}” is no e-mail address.");
    }

    /** @throws Refused */
    private static function name(string $name): string
    {
        $name = trim($name);

        return $name !== '' && mb_strlen($name) <= 120 && preg_match('~[\p{Cc}\p{Cf}\p{Zl}\p{Zp}]~u', $name) === 0 ? $name : throw Refused::because('The name must have 1 to 120 characters, and none that nobody sees.');
    }
}
