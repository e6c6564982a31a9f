<?php

declare(strict_types=1);

namespace App\Support;

use Illuminate\Http\Request;

/** By which what a person was told, the log of the web server and that of the application are found together. */
final class RequestNumber
{
    /** @return ?string null where nothing was asked over HTTP */
    public static function current(): ?string
    {
        $request = app()->bound('request') ? app('request') : null;
        if (! $request instanceof Request || (app()->runningInConsole() && ! app()->runningUnitTests())) {
            return null;
        }
        $given = $request->server('HAFENBUCH_REQUEST');
        if (is_string($given) && $given !== '') {
            return $given;
        }
        if (! $request->attributes->has('number')) {
            $request->attributes->set('number', bin2hex(random_bytes(16)));
        }

        return (string) $request->attributes->get('number');
    }
}
