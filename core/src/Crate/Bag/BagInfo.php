<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Bag;

use Hafenbuch\Core\Text\Pattern;

/** bag-info.txt: labels with values, long ones on several lines (RFC 8493, section 2.2.2). */
final class BagInfo
{
    public const DECLARATION = "BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n";

    /** @param array<string, string> $values by label */
    public static function write(array $values): string
    {
        $lines = '';
        foreach ($values as $label => $value) {
            // What stands on further lines begins with a space there.
            $lines .= "{$label}: ".implode("\n ", array_filter(array_map(trim(...), explode("\n", str_replace("\r", "\n", $value))), static fn (string $line): bool => $line !== ''))."\n";
        }

        return $lines;
    }

    /** @return array<string, string> by label in lower case; of several the last */
    public static function read(string $text): array
    {
        $values = [];
        $label = null;
        foreach (explode("\n", str_replace(["\r\n", "\r"], "\n", $text)) as $line) {
            if ($label !== null && Pattern::matches('~^[ \t]+(.*)$~Ds', $line, $found)) {
                $values[$label] .= "\n{$found[1]}";
            } elseif (Pattern::matches('~^([^:]+):[ \t]*(.*)$~Ds', $line, $found)) {
                $label = strtolower(trim($found[1]));
                $values[$label] = trim($found[2]);
            }
        }

        return $values;
    }

    /** @return ?array{int, int} bytes and files of the payload; null: it does not say */
    public static function oxum(string $value): ?array
    {
        return Pattern::matches('~^(\d{1,18})\.(\d{1,18})$~D', trim($value), $found) ? [(int) $found[1], (int) $found[2]] : null;
    }
}
