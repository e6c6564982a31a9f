<?php

declare(strict_types=1);

namespace App\Workspace\Kept;

/** Changes a long text where it is: `substr_replace` copies all of it, each time. */
final class Bytes
{
    public static function put(string &$bytes, int $at, string $new): void
    {
        for ($i = 0, $length = strlen($new); $i < $length; $i++) {
            $bytes[$at + $i] = $new[$i];
        }
    }
}
