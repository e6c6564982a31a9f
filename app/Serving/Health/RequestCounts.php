<?php

declare(strict_types=1);

namespace App\Serving\Health;

use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Counts requests and their times by route, in memory that all workers share; without that extension nothing is counted. */
final class RequestCounts
{
    /** Upper bounds, in seconds. */
    public const BUCKETS = [0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10, 60];

    private const PREFIX = 'hafenbuch-requests:';

    public function handle(Request $request, \Closure $next): Response
    {
        return $next($request);
    }

    public function terminate(Request $request, Response $response): void
    {
        if (! self::isPossible()) {
            return;
        }
        $seconds = microtime(true) - (float) $request->server('REQUEST_TIME_FLOAT');
        $route = $request->method().' '.($request->route()?->uri() ?? 'none');
        $bucket = count(array_filter(self::BUCKETS, static fn (float|int $bound): bool => $bound < $seconds));
        apcu_inc(self::PREFIX."status:{$response->getStatusCode()}:{$route}");
        apcu_inc(self::PREFIX."bucket:{$bucket}:{$route}");
        apcu_inc(self::PREFIX."microseconds:all:{$route}", (int) ($seconds * 1e6));
    }

    /** @return iterable<array{what: string, which: string, route: string, count: int}> */
    public static function all(): iterable
    {
        if (! self::isPossible()) {
            return;
        }
        foreach (new \APCUIterator('~^'.self::PREFIX.'~', APC_ITER_KEY | APC_ITER_VALUE) as $entry) {
            [$what, $which, $route] = explode(':', substr($entry['key'], strlen(self::PREFIX)), 3);
            yield ['what' => $what, 'which' => $which, 'route' => $route, 'count' => (int) $entry['value']];
        }
    }

    private static function isPossible(): bool
    {
        return function_exists('apcu_enabled') && apcu_enabled();
    }
}
