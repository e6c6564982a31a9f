<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Http\Request;
use Illuminate\Http\Response;

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

    /**
     * An answer that lets nginx send a file, in whole or in part, while the application goes on.
     *
     * @param  string  $within  no link beyond this folder is followed
     * @param  string  $hash  of the content, by which a browser that has it is told so
     * @param  array<string, string>  $headers
     * @return ?Response null where nobody is in front, or the path has characters that no header can hold
     */
    public static function send(Request $request, string $file, string $within, string $hash, array $headers): ?Response
    {
        if (! self::isThere($request) || preg_match('~[\x00-\x1f\x7f]~', $file) === 1) {
            return null;
        }

        $tag = "\"{$hash}\"";
        if (in_array($tag, array_map(static fn (string $one): string => (string) preg_replace('~^W/~', '', $one), $request->getETags()), true)) {
            return new Response('', 304, [...$headers, 'ETag' => $tag]);
        }

        return new Response('', 200, [...$headers, 'ETag' => $tag, 'X-Accel-Redirect' => '/-file'.implode('/', array_map(rawurlencode(...), explode('/', $file))), 'X-Hafenbuch-Within' => $within]);
    }
}
