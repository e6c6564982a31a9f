<?php

declare(strict_types=1);

namespace App\Http;

use App\Support\BoundedJson;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Request as Received;

/** What came over the wire. The framework reads JSON before anything else can look at it, so what would fill the memory is marked, and not read. */
final class IncomingRequest
{
    /** Lists and objects in one request; about what 20,000 decisions take, and what fits into a request’s memory. */
    public const CONTAINERS = 200_000;

    public const TOO_MUCH = 'holds more than is read';

    public static function capture(): Request
    {
        Request::enableHttpMethodParameterOverride();

        return self::of(Received::createFromGlobals());
    }

    public static function of(Received $received): Request
    {
        $isJson = str_contains((string) $received->headers->get('Content-Type'), 'json');
        $isTooMuch = $isJson && ! BoundedJson::fits((string) $received->getContent(), self::CONTAINERS);
        if ($isTooMuch) {
            $received->headers->set('Content-Type', 'application/octet-stream');
            $received->attributes->set(self::TOO_MUCH, true);
        }

        return Request::createFromBase($received);
    }
}
