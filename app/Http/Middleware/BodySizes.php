<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Http\Errors;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** How much may be sent to an address: where contents go a whole one, to log in a few lines, elsewhere what 20,000 decisions take. */
final class BodySizes
{
    private const LOGIN_BYTES = 16 * 1024;

    private const OTHER_BYTES = 16 * 1024 * 1024;

    /** A content as JSON says it, with each of its bytes escaped at worst, would be six times as long; text is rarely more than twice. */
    private const ESCAPED = 2;

    private const CONTENTS = ['~/uploads$~', '~/documents/[^/]+/(?:draft|merge|fields)$~'];

    public function handle(Request $request, \Closure $next): Response
    {
        $most = self::most($request->path());
        $length = max((int) $request->header('Content-Length', '0'), $request->isMethod('GET') ? 0 : strlen((string) $request->getContent()));

        return $length <= $most ? $next($request) : Errors::respond(413, 'What was sent has '.number_format($length).' bytes; this address takes at most '.number_format($most).'. Send less, or in parts.');
    }

    private static function most(string $path): int
    {
        if (in_array($path, ['api/session', 'api/tokens'], true)) {
            return self::LOGIN_BYTES;
        }
        foreach (self::CONTENTS as $pattern) {
            if (preg_match($pattern, $path) === 1) {
                return self::ESCAPED * (int) config('hafenbuch.content_limit') + self::OTHER_BYTES;
            }
        }

        return self::OTHER_BYTES;
    }
}
