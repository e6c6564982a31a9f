<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Http\Request;

/** The web server in front of the application, which can do for it what would keep a worker. */
final class Front
{
    /** nginx says so of itself (nginx.conf.stub); a browser cannot, since its headers have other names here. */
    public static function isThere(Request $request): bool
    {
        return $request->server('HAFENBUCH_SENDS_FILES') !== null;
    }

    /** Whether an answer may wait; one that has waited already may not. */
    public static function canWait(Request $request): bool
    {
        return self::isThere($request) && (string) $request->server('HAFENBUCH_WAITED') === '';
    }
}
