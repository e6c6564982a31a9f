<?php

declare(strict_types=1);

namespace App\Relink;

use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\Address;

/** Reads the end of a reference from what a person or a program gives: a path of the workspace, or an address. */
final class EndReader
{
    /** What begins like an address is one, as in a reference itself (RFC 3986, section 4.2); a path with such a beginning has ./ before it. */
    public static function read(string $given): string
    {
        return preg_match('~^(?:/|[a-z][a-z0-9+.\-]*:)~i', $given) === 1 ? Address::end($given) : Path::of($given)->value;
    }

    /** The inverse. */
    public static function write(string $end): string
    {
        $address = Address::of($end);

        return $address ?? (preg_match('~^[a-z][a-z0-9+.\-]*:~i', $end) === 1 ? './'.$end : $end);
    }
}
