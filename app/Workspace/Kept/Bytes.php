<?php

declare(strict_types=1);

namespace App\Workspace\Kept;

/** Changes a long text at many places at once: `substr_replace` would copy all of it for each. */
final class Bytes
{
    /**
     * @param  array<int, string>  $new  by the place where each is put, in place of as much; none overlaps another
     */
    public static function put(string $bytes, array $new): string
    {
        ksort($new);
        $pieces = [];
        $from = 0;
        foreach ($new as $at => $piece) {
            $pieces[] = substr($bytes, $from, $at - $from);
            $pieces[] = $piece;
            $from = $at + strlen($piece);
        }
        $pieces[] = substr($bytes, $from);

        return implode('', $pieces);
    }
}
