<?php

declare(strict_types=1);

namespace App\People;

/** One-time codes that go with the time (RFC 6238 with HMAC-SHA-1, 30 s and six digits, as every authenticator reads them). */
final class Totp
{
    private const SECONDS = 30;

    private const DIGITS = 6;

    /** RFC 4226, section 4, R6 recommends 160 bits. */
    private const SECRET_BYTES = 20;

    private const BASE32 = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567';

    /** Clocks may differ by so many intervals, either way. */
    private const DRIFT = 1;

    /** In base 32 (RFC 4648, section 6). */
    public static function newSecret(): string
    {
        $bits = '';
        foreach (str_split(random_bytes(self::SECRET_BYTES)) as $byte) {
            $bits .= str_pad(decbin(ord($byte)), 8, '0', STR_PAD_LEFT);
        }

        return implode('', array_map(static fn (string $five): string => self::BASE32[(int) bindec($five)], str_split($bits, 5)));
    }

    /**
     * @param  ?int  $used  the last interval whose code was used
     * @return ?int the interval of the code; null: it is none, or was used before
     */
    public static function match(string $secret, string $code, int $now, ?int $used): ?int
    {
        $interval = intdiv($now, self::SECONDS);
        $found = null;
        for ($near = $interval - self::DRIFT; $near <= $interval + self::DRIFT; $near++) {
            if (hash_equals(self::code($secret, $near), $code) && ($used === null || $near > $used)) {
                $found ??= $near;
            }
        }

        return $found;
    }

    public static function at(string $secret, int $now): string
    {
        return self::code($secret, intdiv($now, self::SECONDS));
    }

    /** What authenticators read from a picture or a link. */
    public static function address(string $secret, string $account): string
    {
        return 'otpauth://totp/Hafenbuch:'.rawurlencode($account)."?secret={$secret}&issuer=Hafenbuch";
    }

    /** RFC 4226, section 5.3. */
    private static function code(string $secret, int $interval): string
    {
        $bits = implode('', array_map(static fn (string $letter): string => str_pad(decbin((int) strpos(self::BASE32, $letter)), 5, '0', STR_PAD_LEFT), str_split($secret)));
        $key = implode('', array_map(static fn (string $eight): string => chr((int) bindec($eight)), str_split(substr($bits, 0, intdiv(strlen($bits), 8) * 8), 8)));
        $hash = hash_hmac('sha1', pack('J', $interval), $key, true);
        $offset = ord($hash[19]) & 0xF;
        $number = (int) unpack('N', substr($hash, $offset, 4))[1] & 0x7FFF_FFFF;

        return str_pad((string) ($number % 10 ** self::DIGITS), self::DIGITS, '0', STR_PAD_LEFT);
    }
}
