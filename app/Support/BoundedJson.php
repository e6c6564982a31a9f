<?php

declare(strict_types=1);

namespace App\Support;

/** Reads JSON from elsewhere. A text of few bytes can hold so many empty lists that they fill the memory; they are counted first. */
final class BoundedJson
{
    /** A list or an object takes about as much memory as so many other values. */
    private const VALUES = 8;

    /** @return mixed null also where it is no JSON, or holds more lists and objects, or values, than is allowed */
    public static function decode(string $json, int $depth, int $containers): mixed
    {
        return self::fits($json, $containers) ? json_decode($json, true, $depth) : null;
    }

    /** Whether a text holds no more lists and objects, and values, than is allowed. What stands inside its strings does not count. */
    public static function fits(string $json, int $containers): bool
    {
        if (self::isWithin(substr_count($json, '[') + substr_count($json, '{'), substr_count($json, ','), $containers)) {
            return true;
        }
        $found = $commas = 0;
        for ($at = 0, $end = strlen($json); $at < $end && self::isWithin($found, $commas, $containers);) {
            $length = strcspn($json, '"', $at);
            $between = substr($json, $at, $length);
            $found += substr_count($between, '[') + substr_count($between, '{');
            $commas += substr_count($between, ',');
            $at = self::afterString($json, $at + $length);
        }

        return self::isWithin($found, $commas, $containers);
    }

    private static function isWithin(int $found, int $commas, int $containers): bool
    {
        return $found <= $containers && $commas <= self::VALUES * $containers;
    }

    /** @param int $at of the opening quote */
    private static function afterString(string $json, int $at): int
    {
        for ($at++, $end = strlen($json); $at < $end; $at += 2) {
            $at += strcspn($json, '"\\', $at);
            if (($json[$at] ?? '"') === '"') {
                return $at + 1;
            }
        }

        return $end;
    }
}
