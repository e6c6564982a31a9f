<?php

declare(strict_types=1);

namespace App\People;

use App\Models\User;
use Illuminate\Support\Facades\DB;

/** Where an account is logged in by a browser. */
final class OpenSessions
{
    private const BROWSERS = ['Edg/' => 'Edge', 'OPR/' => 'Opera', 'Firefox/' => 'Firefox', 'Chrome/' => 'Chromium or Chrome', 'Safari/' => 'Safari'];

    private const SYSTEMS = ['Android' => 'Android', 'iPhone' => 'iPhone', 'iPad' => 'iPad', 'Windows' => 'Windows', 'Mac OS' => 'macOS', 'Linux' => 'Linux'];

    /** @return list<array{id: string, device: string, address: ?string, at: int}> `id` says nothing that would let anyone in; `at` in seconds since 1970 */
    public static function of(User $person): array
    {
        return array_values(DB::table('sessions')->where('user_id', $person->id)->orderByDesc('last_activity')->get()->map(static fn (object $row): array => [
            'id' => self::name($row->id), 'device' => self::device((string) $row->user_agent), 'address' => $row->ip_address, 'at' => (int) $row->last_activity,
        ])->all());
    }

    /** By which a session is called where it is shown. */
    public static function name(string $session): string
    {
        return substr(hash('sha256', $session), 0, 24);
    }

    public static function end(User $person, string $name): bool
    {
        foreach (DB::table('sessions')->where('user_id', $person->id)->pluck('id') as $id) {
            if (hash_equals(self::name($id), $name)) {
                return DB::table('sessions')->where('id', $id)->where('user_id', $person->id)->delete() > 0;
            }
        }

        return false;
    }

    private static function device(string $agent): string
    {
        $find = static function (array $known) use ($agent): ?string {
            foreach ($known as $sign => $name) {
                if (str_contains($agent, $sign)) {
                    return $name;
                }
            }

            return null;
        };
        [$browser, $system] = [$find(self::BROWSERS), $find(self::SYSTEMS)];

        return match (true) {
            $browser === null && $system === null => 'A browser that is not known',
            $system === null => (string) $browser,
            default => ($browser ?? 'A browser')." on {$system}",
        };
    }
}
