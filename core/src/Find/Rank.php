<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Find;

use Hafenbuch\Core\Path\Path;

/** How well a document’s names fit what was typed: less is better. */
final class Rank
{
    public const TEXT = 5;

    /**
     * @param  list<string>  $words  folded
     * @return int<0, 5>
     */
    public static function of(string $path, ?string $title, array $words): int
    {
        $path = Fold::text($path);
        $title = Fold::text((string) $title);
        $stem = pathinfo(Path::nameOf($path), PATHINFO_FILENAME);
        $typed = implode(' ', $words);
        $spoken = static fn (string $text): string => implode(' ', Words::typed($text));
        $names = [$spoken($title), $spoken($stem)];

        return match (true) {
            in_array($typed, $names, true) => 0,
            str_starts_with($names[0], $typed) || str_starts_with($names[1], $typed) => 1,
            self::haveAll(" {$names[0]} {$names[1]}", array_map(static fn (string $word): string => " {$word}", $words)) => 2,
            self::haveAll("{$names[0]} {$names[1]}", $words) => 3,
            self::haveAll("{$path}\n{$title}", $words) => 4,
            default => self::TEXT,
        };
    }

    /** @param list<string> $words */
    private static function haveAll(string $text, array $words): bool
    {
        foreach ($words as $word) {
            if (! str_contains($text, $word)) {
                return false;
            }
        }

        return true;
    }
}
