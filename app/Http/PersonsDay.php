<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Http\Request;

/** The day that it is where the person is, by the time zone that their page names (IANA Time Zone Database). */
final class PersonsDay
{
    public const HEADER = 'X-Time-Zone';

    /** @return string as YYYY-MM-DD; of UTC where no zone is named, or none that is known */
    public static function of(Request $request): string
    {
        return self::now($request)->format('Y-m-d');
    }

    /** What time it is there. */
    public static function now(Request $request): \DateTimeImmutable
    {
        try {
            $zone = new \DateTimeZone((string) $request->header(self::HEADER, 'UTC'));
        } catch (\Exception) {
            $zone = new \DateTimeZone('UTC');
        }

        return now()->setTimezone($zone)->toDateTimeImmutable();
    }
}
