<?php

declare(strict_types=1);

namespace App\Support;

use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** By which what a person was told, the log of the web server and that of the application are found together. */
final class RequestNumber
{
    public function handle(Request $request, \Closure $next): Response
    {
        $given = $request->server('HAFENBUCH_REQUEST');
        $request->attributes->set('number', is_string($given) && $given !== '' ? $given : bin2hex(random_bytes(16)));

        return $next($request);
    }

    /** @return ?string null where nothing was asked over HTTP */
    public static function current(): ?string
    {
        $request = app()->bound('request') ? app('request') : null;

        return $request instanceof Request ? $request->attributes->get('number') : null;
    }
}
