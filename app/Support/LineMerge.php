<?php

declare(strict_types=1);

namespace App\Support;

/** Brings two texts together that were made from one, line by line; where both changed the same lines it says so by giving nothing. */
final class LineMerge
{
    /** @return ?string null: they changed the same lines differently */
    public static function of(string $base, string $ours, string $theirs): ?string
    {
        $lines = self::lines($base);
        $changes = [...self::changes($lines, self::lines($ours)), ...self::changes($lines, self::lines($theirs))];
        usort($changes, static fn (array $a, array $b): int => [$a[0], $a[1]] <=> [$b[0], $b[1]]);
        $merged = '';
        $at = 0;
        $last = null;
        foreach ($changes as $change) {
            if ($change === $last) {
                continue;
            }
            // Two that touch could each be meant for the other's lines.
            if ($last !== null && $change[0] <= $last[1]) {
                return null;
            }
            $merged .= implode('', array_slice($lines, $at, $change[0] - $at)).$change[2];
            $at = $change[1];
            $last = $change;
        }

        return $merged.implode('', array_slice($lines, $at));
    }

    /**
     * @param  list<string>  $base
     * @param  list<string>  $other
     * @return list<array{int, int, string}> from which line of the base to which, and what stands there instead
     */
    private static function changes(array $base, array $other): array
    {
        $changes = [];
        $at = 0;
        $open = null;
        foreach ([...LineDiff::of($base, $other), [LineDiff::SAME, '']] as [$kind, $line]) {
            if ($kind === LineDiff::SAME) {
                if ($open !== null) {
                    $changes[] = [$open[0], $at, $open[1]];
                    $open = null;
                }
                $at++;

                continue;
            }
            $open ??= [$at, ''];
            if ($kind === LineDiff::ADDED) {
                $open[1] .= $line;
            } else {
                $at++;
            }
        }

        return $changes;
    }

    /** @return list<string> with their ends */
    private static function lines(string $text): array
    {
        return $text === '' ? [] : array_map(strval(...), (array) preg_split('~(?<=\n)~', $text, -1, PREG_SPLIT_NO_EMPTY));
    }
}
