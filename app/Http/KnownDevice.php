<?php

declare(strict_types=1);

namespace App\Http;

use App\Models\User;
use Illuminate\Cookie\CookieValuePrefix;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cookie as Cookies;
use Illuminate\Support\Facades\Crypt;
use Symfony\Component\HttpFoundation\Cookie;

/**
 * A browser in which an account was logged in before. Its guesses are counted by themselves, so that nobody who guesses elsewhere
 * can keep its person from logging in.
 */
final class KnownDevice
{
    private const COOKIE = 'hafenbuch_device';

    private const MINUTES = 60 * 24 * 365;

    public static function cookie(User $person): Cookie
    {
        $said = self::account($person->email).'|'.bin2hex(random_bytes(12));

        return Cookies::make(self::COOKIE, "{$said}|".self::signature($said), self::MINUTES, httpOnly: true, sameSite: 'strict');
    }

    /** @return ?string what the browser is known by; null: the account was never logged in there */
    public static function of(Request $request, string $email): ?string
    {
        $cookie = $request->cookies->get(self::COOKIE);
        if (! is_string($cookie)) {
            return null;
        }
        // Whether the cookies of a request are decrypted by now depends on who asks; so the value is signed by itself.
        $value = rescue(static fn (): string => CookieValuePrefix::remove((string) Crypt::decrypt($cookie, false)), $cookie, false);
        $parts = explode('|', $value);
        $isSound = count($parts) === 3 && hash_equals(self::signature("{$parts[0]}|{$parts[1]}"), $parts[2]) && hash_equals(self::account($email), $parts[0]);

        return $isSound ? $parts[1] : null;
    }

    private static function signature(string $said): string
    {
        return hash_hmac('sha256', "device|{$said}", (string) config('app.key'));
    }

    private static function account(string $email): string
    {
        return hash('sha256', mb_strtolower($email));
    }
}
