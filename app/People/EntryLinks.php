<?php

declare(strict_types=1);

namespace App\People;

use App\Models\EntryLink;
use App\Models\Operation;
use App\Models\Role;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\By;
use App\Workspace\RuleEntry;
use Illuminate\Support\Facades\DB;

/** Links by which people get in: each once, for a while, for one address. Only its hash is kept; the link is told once. */
final class EntryLinks
{
    public const INVITATION_DAYS = 14;

    public const RESET_HOURS = 2;

    /** That one person can have open at the same time. */
    private const RESETS = 3;

    private const SECRET_BYTES = 24;

    private const TRIES = 5;

    /**
     * Somebody who has no account yet.
     *
     * @return array{EntryLink, string} and its address, which is told only now
     *
     * @throws Refused
     */
    public static function invite(By $by, string $email, ?Workspace $workspace, Role $role, bool $isAdministrator = false): array
    {
        $email = Accounts::email($email);
        if (User::query()->where('email', $email)->exists()) {
            throw Refused::because("{$email} has an account already. Give them a role instead of inviting them.");
        }
        $make = static function () use ($by, $email, $workspace, $role, $isAdministrator): array {
            // A later invitation takes the place of an earlier one.
            EntryLink::query()->where('purpose', EntryLink::INVITATION)->where('email', $email)->where('workspace_id', $workspace?->id)->whereNull('used_at')->delete();

            return self::make(['purpose' => EntryLink::INVITATION, 'email' => $email, 'workspace_id' => $workspace?->id, 'role' => $role, 'is_administrator' => $isAdministrator, 'made_by' => $by->person->id, 'until' => now()->addDays(self::INVITATION_DAYS)]);
        };
        $made = $workspace === null ? $make() : RuleEntry::of($workspace, $by, Operation::PEOPLE, static fn (): array => ['words' => "Invited {$email} as a {$role->value}", 'result' => $make()]);
        SendEntryLink::to($made[0], $made[1]);

        return $made;
    }

    /** @return ?array{EntryLink, string} null: there are enough open ones */
    public static function reset(User $person, ?User $by = null): ?array
    {
        if (EntryLink::query()->where('user_id', $person->id)->where('purpose', EntryLink::RESET)->whereNull('used_at')->where('until', '>', now())->count() >= self::RESETS) {
            return null;
        }
        $made = self::make(['purpose' => EntryLink::RESET, 'email' => $person->email, 'user_id' => $person->id, 'made_by' => $by?->id, 'until' => now()->addHours(self::RESET_HOURS)]);
        SendEntryLink::to($made[0], $made[1]);

        return $made;
    }

    /** @throws Refused */
    public static function find(string $secret): EntryLink
    {
        $link = EntryLink::query()->with('workspace', 'maker', 'person')->where('secret_hash', hash('sha256', $secret))->first();

        return match (true) {
            $link === null => throw Refused::because('This link is not known here. Look that it is whole, or ask for a new one.'),
            $link->used_at !== null => throw Refused::because('This link was used already. Log in, or ask for a new one.'),
            ! $link->isOpen(), $link->person?->isDisabled() === true => throw Refused::because('This link holds no more. Ask for a new one.'),
            default => $link,
        };
    }

    /**
     * Whoever has the link becomes its person, or chooses their password anew.
     *
     * @throws Refused
     */
    public static function enter(string $secret, ?string $name, string $password): User
    {
        $before = self::find($secret);

        return $before->workspace === null ? self::use($before->id, $secret, $name, $password)
            : RuleEntry::of($before->workspace, new By($before->maker ?? throw Refused::because('Whoever invited you is gone. Ask for a new link.'), 'a link'), Operation::PEOPLE,
                static fn (): array => ['result' => $person = self::use($before->id, $secret, $name, $password), 'words' => "{$person->name} came in as a {$before->role?->value}, invited as {$before->email}"]);
    }

    /** Links that lead to the account no longer do. */
    public static function withdraw(User $person): void
    {
        EntryLink::query()->where(static fn ($links) => $links->where('user_id', $person->id)->orWhere('made_by', $person->id))->whereNull('used_at')->delete();
    }

    /** Whoever is no keeper of a workspace any more lets nobody in by what they made before. */
    public static function withdrawOf(User $keeper, Workspace $workspace): void
    {
        EntryLink::query()->where('made_by', $keeper->id)->where('workspace_id', $workspace->id)->whereNull('used_at')->delete();
    }

    private static function use(int $id, string $secret, ?string $name, string $password): User
    {
        return DB::transaction(static function () use ($id, $secret, $name, $password): User {
            EntryLink::query()->lockForUpdate()->find($id);
            $link = self::find($secret);
            if ($link->purpose === EntryLink::RESET) {
                $person = $link->person ?? throw new \LogicException('A reset is of somebody.');
                Accounts::changePassword($person, $password);
                EntryLink::query()->where('user_id', $person->id)->whereNull('used_at')->update(['used_at' => now()]);

                return $person;
            }
            $person = Accounts::make((string) $name, $link->email, $password, $link->is_administrator);
            // All that the address is invited to holds from now on.
            foreach (EntryLink::query()->where('purpose', EntryLink::INVITATION)->where('email', $link->email)->whereNull('used_at')->where('until', '>', now())->get() as $one) {
                $one->workspace_id === null || $person->workspaces()->syncWithoutDetaching([$one->workspace_id => ['role' => ($one->role ?? Role::Reader)->value]]);
                $one->update(['used_at' => now(), 'user_id' => $person->id]);
            }

            return $person;
        }, self::TRIES);
    }

    /**
     * @param  array<string, mixed>  $columns
     * @return array{EntryLink, string}
     */
    private static function make(array $columns): array
    {
        $secret = rtrim(strtr(base64_encode(random_bytes(self::SECRET_BYTES)), '+/', '-_'), '=');
        $link = EntryLink::query()->create(['secret_hash' => hash('sha256', $secret), 'at' => now(), ...$columns]);

        // Behind the “#”, which no browser sends and no log keeps.
        return [$link, rtrim((string) config('app.url'), '/')."/enter#{$secret}"];
    }
}
