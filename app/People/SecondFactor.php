<?php

declare(strict_types=1);

namespace App\People;

use App\Models\User;
use App\Support\Refused;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Hash;

/** The code beside the password, and the codes that stand in for it when the device is lost. */
final class SecondFactor
{
    private const RECOVERY_CODES = 10;

    private const TRIES = 5;

    /** Holds from the first right code on; until then the old one does, where there is one. */
    public static function begin(User $person): string
    {
        if ($person->hasSecondFactor()) {
            throw Refused::because('There is a second factor already. Take it away first, then set up another one.');
        }
        $secret = Totp::newSecret();
        $person->forceFill(['totp_secret' => $secret, 'totp_since' => null, 'totp_used' => null])->save();

        return $secret;
    }

    /**
     * @return list<string> codes for when the device is lost, told only now
     *
     * @throws Refused
     */
    public static function confirm(User $person, string $code): array
    {
        if ($person->totp_secret === null || $person->hasSecondFactor()) {
            throw Refused::because('No second factor is being set up. Begin again.');
        }
        $interval = Totp::match($person->totp_secret, self::plain($code), now()->getTimestamp(), null);
        if ($interval === null) {
            throw Refused::because('This is not the code that the device shows now. Look that its clock is right, and give the next one.');
        }
        $codes = array_map(static fn (): string => implode('-', str_split(strtolower(bin2hex(random_bytes(5))), 5)), range(1, self::RECOVERY_CODES));
        $person->forceFill(['totp_since' => now(), 'totp_used' => $interval, 'recovery_codes' => array_map(Hash::make(...), $codes)])->save();

        return $codes;
    }

    public static function end(User $person): void
    {
        $person->forceFill(['totp_secret' => null, 'totp_since' => null, 'totp_used' => null, 'recovery_codes' => null])->save();
    }

    /** Whether the code is right; each is so once. */
    public static function passes(User $person, string $code): bool
    {
        $code = self::plain($code);

        return DB::transaction(static function () use ($person, $code): bool {
            $now = User::query()->lockForUpdate()->findOrFail($person->id);
            $interval = Totp::match((string) $now->totp_secret, $code, now()->getTimestamp(), $now->totp_used);
            if ($interval !== null) {
                $now->forceFill(['totp_used' => $interval])->save();

                return true;
            }
            foreach ($now->recovery_codes ?? [] as $index => $hash) {
                if (strlen($code) === 10 && Hash::check(substr($code, 0, 5).'-'.substr($code, 5), $hash)) {
                    $left = $now->recovery_codes ?? [];
                    unset($left[$index]);
                    $now->forceFill(['recovery_codes' => array_values($left)])->save();

                    return true;
                }
            }

            return false;
        }, self::TRIES);
    }

    private static function plain(string $code): string
    {
        return strtolower((string) preg_replace('~[\s-]+~', '', $code));
    }
}
