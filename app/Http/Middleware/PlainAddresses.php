<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpFoundation\Response;

/** No address of the API takes lists behind its question mark; whoever sends one learns so, and no code below has to expect it. */
final class PlainAddresses
{
    public function handle(Request $request, \Closure $next): Response
    {
        foreach ($request->query() as $name => $value) {
            if (! is_string($value)) {
                throw ValidationException::withMessages([(string) $name => "“{$name}” in the address must be one text."]);
            }
            if (! mb_check_encoding($value, 'UTF-8')) {
                throw ValidationException::withMessages([(string) $name => "“{$name}” in the address is not valid UTF-8."]);
            }
        }

        return $next($request);
    }
}
