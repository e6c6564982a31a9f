<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Change\Changes;

/** Replaces the values at places, and no other byte. */
final class Splicer
{
    /**
     * @param  list<array{Place, string}>  $replacements  each place with its new value; places do not overlap
     *
     * @throws UnwritableValue
     */
    public static function splice(string $bytes, array $replacements): string
    {
        $changes = [];
        foreach ($replacements as [$place, $value]) {
            // A value that stays keeps its own spelling, of which a syntax usually allows several.
            if ($value !== $place->raw) {
                $changes[] = new Change($place->offset, $place->length, $place->notation->encode($value));
            }
        }

        return Changes::of(...$changes)->apply($bytes);
    }
}
