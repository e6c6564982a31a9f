<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\Place;

/** Says in words what differs between two contents of one document: facts, references, and the rest of the text. */
final class ChangeSummary
{
    public static function of(string $before, ParsedContent $was, string $after, ParsedContent $is): string
    {
        $parts = self::changedFields($was, $is);
        $references = count(ReferenceChange::between($was, $is));
        if ($references > 0) {
            $parts[] = $references === 1 ? '1 reference' : "{$references} references";
        }
        if (self::withoutValues($before, $was) !== self::withoutValues($after, $is)) {
            $parts[] = self::lines($before, $after);
        }
        $last = array_pop($parts);

        return match (true) {
            $last === null => 'nothing but spelling',
            $parts === [] => $last,
            default => implode(', ', $parts).' and '.$last,
        };
    }

    /** @return list<string> names */
    public static function changedFields(ParsedContent $was, ParsedContent $is): array
    {
        $names = array_unique(array_map(static fn (FieldSite $field): string => $field->name, [...$was->fields, ...$is->fields]));

        return array_values(array_filter($names, static fn (string $name): bool => ($was->field($name)->raw ?? '') !== ($is->field($name)->raw ?? '')));
    }

    private static function withoutValues(string $bytes, ParsedContent $reading): string
    {
        $places = [...$reading->references, ...$reading->fields];
        usort($places, static fn (Place $a, Place $b): int => $b->offset <=> $a->offset);
        $pieces = [];
        $end = strlen($bytes);
        foreach ($places as $place) {
            if ($place->offset + $place->length <= $end && $place->length > 0) {
                $pieces[] = substr($bytes, $place->offset + $place->length, $end - $place->offset - $place->length);
                $end = $place->offset;
            }
        }
        $pieces[] = substr($bytes, 0, $end);

        return implode('', array_reverse($pieces));
    }

    /** The stretch of lines that holds every difference, counted in the new content. */
    private static function lines(string $before, string $after): string
    {
        [$old, $new] = [explode("\n", $before), explode("\n", $after)];
        $start = 0;
        while ($start < count($old) && $start < count($new) && $old[$start] === $new[$start]) {
            $start++;
        }
        $tail = 0;
        while ($tail < count($old) - $start && $tail < count($new) - $start && $old[count($old) - 1 - $tail] === $new[count($new) - 1 - $tail]) {
            $tail++;
        }
        $last = count($new) - $tail;

        return match (true) {
            $last <= $start => 'lines removed',
            $last === $start + 1 => 'line '.($start + 1),
            default => 'lines '.($start + 1)."–{$last}",
        };
    }
}
