<?php

declare(strict_types=1);

namespace App\Support;

/** Reads JSON from elsewhere. A text of few bytes can hold so many empty lists that they fill the memory; they are counted first. */
final class BoundedJson
{
    /** @return mixed null also where it is no JSON, or holds more lists and objects, or values, than is allowed */
    public static function decode(string $json, int $depth, int $containers): mixed
    {
        // Those that stand inside texts are counted too, which a few do no harm.
        $found = substr_count($json, '[') + substr_count($json, '{');

        return $found > $containers || substr_count($json, ',') > 8 * $containers ? null : json_decode($json, true, $depth);
    }
}
