<?php

declare(strict_types=1);

namespace App\People;

use App\Models\User;
use App\Support\Refused;
use Illuminate\Support\Facades\DB;

/** The account with which an empty installation begins. Whoever started it was told a code, so that no stranger on the network takes it. */
final class FirstAccount
{
    private const CODE_BYTES = 6;

    /** So many wrong codes in all, then only a new start makes another one. */
    private const WRONG_CODES = 20;

    public static function isNeeded(): bool
    {
        return User::query()->doesntExist();
    }

    /** @return ?string the code; null: none is needed */
    public static function code(): ?string
    {
        if (! self::isNeeded()) {
            @unlink(self::file());

            return null;
        }
        $code = implode('-', str_split(bin2hex(random_bytes(self::CODE_BYTES)), 4));
        file_put_contents(self::file(), json_encode(['hash' => hash('sha256', $code), 'wrong' => 0]), LOCK_EX);
        chmod(self::file(), 0o600);

        return $code;
    }

    /** @throws Refused */
    public static function make(string $code, string $name, string $email, string $password): User
    {
        $file = @fopen(self::file(), 'r+') ?: throw Refused::because('No code holds here. Start Hafenbuch again; it tells a new one.');
        flock($file, LOCK_EX);
        try {
            $kept = json_decode((string) stream_get_contents($file), true);
            if (! self::isNeeded()) {
                throw Refused::because('The first account was made meanwhile. Log in, or ask its person to invite you.');
            }
            if (! is_array($kept) || $kept['wrong'] >= self::WRONG_CODES) {
                throw Refused::because('Too many wrong codes were given. Start Hafenbuch again; it tells a new one.');
            }
            if (! hash_equals($kept['hash'], hash('sha256', strtolower(trim($code))))) {
                rewind($file);
                ftruncate($file, 0);
                fwrite($file, (string) json_encode(['hash' => $kept['hash'], 'wrong' => $kept['wrong'] + 1]));
                throw Refused::because('This is not the code that the start printed. Look at the last lines in the terminal, or run: bin/hafenbuch first:code');
            }
            $person = DB::transaction(static fn (): User => Accounts::make($name, $email, $password, true));
            @unlink(self::file());

            return $person;
        } finally {
            fclose($file);
        }
    }

    private static function file(): string
    {
        return storage_path('first-account.json');
    }
}
