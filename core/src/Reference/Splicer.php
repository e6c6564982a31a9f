<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

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
        // At one offset, what is named first comes first in the file.
        $replacements = array_reverse($replacements);
        usort($replacements, static fn (array $a, array $b): int => $b[0]->offset <=> $a[0]->offset);
        $pieces = [];
        $end = strlen($bytes);
        foreach ($replacements as [$place, $value]) {
            $after = $place->offset + $place->length;
            if ($after > $end) {
                throw new \LogicException("Two places overlap at byte {$place->offset}.");
            }
            // A value that stays keeps its own spelling, of which a syntax usually allows several.
            $pieces[] = substr($bytes, $after, $end - $after);
            $pieces[] = $value === $place->raw ? substr($bytes, $place->offset, $place->length) : $place->notation->encode($value);
            $end = $place->offset;
        }
        $pieces[] = substr($bytes, 0, $end);

        return implode('', array_reverse($pieces));
    }
}
