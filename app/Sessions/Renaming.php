<?php

declare(strict_types=1);

namespace App\Sessions;

use App\Models\KeptSession;
use App\Models\User;
use App\Support\Refused;
use Illuminate\Support\Facades\DB;

/** Gives a session another name; one that was kept by itself becomes a session like others by that. */
final class Renaming
{
    /** @throws Refused */
    public static function to(KeptSession $session, User $person, string $name): void
    {
        $name = Keeping::name($name);
        DB::transaction(static function () use ($session, $person, $name): void {
            Keeping::oneAtATime($person);
            if (KeptSession::query()->where('user_id', $person->id)->where('name', $name)->whereKeyNot($session->id)->exists()) {
                throw Refused::because("You have a session “{$name}” already. Choose another name.");
            }
            $session->update(['name' => $name, 'is_before' => false]);
        });
    }
}
