<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Change\Changes;

/** Replaces the values at places, and no other byte. */
final class Splicer
{
    /**
     * @param  list<array{Place, string}>  $replacements  each place with its new value; places do not overlap, but one can stand for several files
     *
     * @throws UnwritableValue
     */
    public static function splice(string $bytes, array $replacements): string
    {
        $changes = [];
        foreach ($replacements as [$place, $value]) {
            // A value that stays keeps its own spelling, of which a syntax usually allows several.
            $written = $value === $place->raw ? null : $place->notation->encode($value);
            $other = array_key_exists($place->offset, $changes) ? $changes[$place->offset] : false;
            if ($other !== false && $other[1] !== $written) {
                throw UnwritableValue::in('a place that stands for several files', $value, 'these files would no longer be beside one another');
            }
            $changes[$place->offset] = [$place, $written];
        }
        $changes = array_filter($changes, static fn (array $change): bool => $change[1] !== null);

        return Changes::of(...array_map(static fn (array $change): Change => new Change($change[0]->offset, $change[0]->length, (string) $change[1]), array_values($changes)))->apply($bytes);
    }
}
