<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Http\Errors;
use App\Http\IncomingRequest;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** How much may be sent to an address: where contents go a whole one, to log in a few lines, elsewhere what 20,000 decisions take. */
final class BodySizes
{
    /** Where contents are sent; also in the words of nginx. */
    public const CONTENT_PATHS = '^/api/workspaces/[^/]+/(?:uploads|uploads/parts/[0-9a-z]+|documents/[^/]+/(?:draft|merge|fields|told))$';

    public const LOGIN_PATHS = '^/api/(?:session|tokens|first-account|enter|enter/look|enter/forgotten|account(?:/.*)?)$';

    /** A content as JSON says it, with each of its bytes escaped at worst, would be six times as long; text is rarely more than twice. */
    private const ESCAPED = 2;

    public function handle(Request $request, \Closure $next): Response
    {
        $most = self::most('/'.$request->path());
        $length = max((int) $request->header('Content-Length', '0'), $request->isMethod('GET') ? 0 : strlen((string) $request->getContent()));

        return match (true) {
            $length > $most => Errors::respond(413, 'What was sent has '.number_format($length).' bytes; this address takes at most '.number_format($most).'. Send less, or in parts.'),
            $request->attributes->get(IncomingRequest::TOO_MUCH) === true => Errors::respond(413, 'What was sent has more lists, objects or values than '.number_format(IncomingRequest::CONTAINERS).' such lists and objects would take. Send it in parts.'),
            default => $next($request),
        };
    }

    /** Bytes that may come where contents go. */
    public static function contents(): int
    {
        return self::ESCAPED * (int) config('limits.content') + (int) config('limits.body');
    }

    private static function most(string $path): int
    {
        return match (1) {
            preg_match('~'.self::LOGIN_PATHS.'~D', $path) => (int) config('limits.login_body'),
            preg_match('~'.self::CONTENT_PATHS.'~D', $path) => self::contents(),
            default => (int) config('limits.body'),
        };
    }
}
