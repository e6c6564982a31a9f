<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Illuminate\Http\Request;
use Illuminate\Support\Facades\Vite;
use Symfony\Component\HttpFoundation\Response;

/** Nothing is loaded from elsewhere, and nobody frames these pages. */
final class SecurityHeaders
{
    /** A browser that has come over HTTPS comes by nothing else for half a year (RFC 6797). */
    private const SECURE_SECONDS = 15_552_000;

    public function handle(Request $request, \Closure $next): Response
    {
        $response = $next($request);
        if (! headers_sent()) {
            header_remove('X-Powered-By');
        }
        $defaults = [
            'Content-Security-Policy' => Vite::isRunningHot() ? self::forDevelopment() : "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' blob: data:; media-src 'self' blob:; font-src 'self' data:; frame-ancestors 'none'; base-uri 'none'; form-action 'self'",
            'X-Content-Type-Options' => 'nosniff',
            'Referrer-Policy' => 'same-origin',
        ];
        if ($request->isSecure()) {
            $defaults['Strict-Transport-Security'] = 'max-age='.self::SECURE_SECONDS;
        }
        foreach ($defaults as $name => $value) {
            if (! $response->headers->has($name)) {
                $response->headers->set($name, $value);
            }
        }

        return $response;
    }

    /** The pages come from the server that renews them while they are being worked on. */
    private static function forDevelopment(): string
    {
        $pages = preg_replace('~/build$~', '', trim((string) file_get_contents(Vite::hotFile())));
        $news = preg_replace('~^http~', 'ws', (string) $pages);

        return "default-src 'self' {$pages}; script-src 'self' 'unsafe-inline' {$pages}; connect-src 'self' {$pages} {$news}; style-src 'self' 'unsafe-inline' {$pages}; img-src 'self' blob: data:; media-src 'self' blob:; font-src 'self' data: {$pages}";
    }
}
