<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Text;

/**
 * Regular expressions that cannot fail in silence: PCRE gives up where a match takes too many steps or is no UTF-8,
 * and its functions then answer as if there were none.
 */
final class Pattern
{
    /**
     * @param  ?array<mixed>  $match  as preg_match gives it
     * @param  0|256|512|768  $flags
     *
     * @param-out array<mixed> $match
     *
     * @throws PatternFailed
     */
    public static function matches(string $pattern, string $subject, ?array &$match = null, int $flags = 0, int $offset = 0): bool
    {
        $found = preg_match($pattern, $subject, $match, $flags, $offset);

        return $found === false ? throw PatternFailed::at($pattern) : $found === 1;
    }

    /**
     * @param  ?array<mixed>  $matches  as preg_match_all gives them
     *
     * @param-out array<mixed> $matches
     *
     * @throws PatternFailed
     */
    public static function matchAll(string $pattern, string $subject, ?array &$matches = null, int $flags = 0, int $offset = 0): int
    {
        $found = preg_match_all($pattern, $subject, $matches, $flags, $offset);

        return $found === false ? throw PatternFailed::at($pattern) : $found;
    }

    /**
     * How often a pattern matches, without keeping what it matches.
     *
     * @throws PatternFailed
     */
    public static function count(string $pattern, string $subject): int
    {
        $found = preg_match_all($pattern, $subject);

        return $found === false ? throw PatternFailed::at($pattern) : $found;
    }

    /** @throws PatternFailed */
    public static function replace(string $pattern, string $replacement, string $subject): string
    {
        return preg_replace($pattern, $replacement, $subject) ?? throw PatternFailed::at($pattern);
    }

    /**
     * @param  callable(array<array-key, string>): string  $replacement
     *
     * @throws PatternFailed
     */
    public static function replaceWith(string $pattern, callable $replacement, string $subject): string
    {
        return preg_replace_callback($pattern, $replacement, $subject) ?? throw PatternFailed::at($pattern);
    }

    /**
     * @return list<string>
     *
     * @throws PatternFailed
     */
    public static function split(string $pattern, string $subject, int $limit = -1, int $flags = 0): array
    {
        $parts = preg_split($pattern, $subject, $limit, $flags);

        return $parts === false ? throw PatternFailed::at($pattern) : $parts;
    }
}
