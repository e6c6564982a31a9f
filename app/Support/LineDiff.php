<?php

declare(strict_types=1);

namespace App\Support;

use SebastianBergmann\Diff\Differ;
use SebastianBergmann\Diff\Output\UnifiedDiffOutputBuilder;

/**
 * Says line by line how one text became another, in a time that grows with their size and not with its square. Lines that stand once in
 * each of the two hold them together; between these, short stretches are compared exactly, and of long ones all goes and all comes.
 */
final class LineDiff
{
    public const SAME = 'same';

    public const ADDED = 'added';

    public const REMOVED = 'removed';

    /** A stretch is compared exactly where its old lines times its new ones are not more. */
    private const EXACT = 250_000;

    /**
     * @param  list<string>  $old
     * @param  list<string>  $new
     * @return list<array{string, string}> kind and line
     */
    public static function of(array $old, array $new): array
    {
        $found = [];
        $from = [0, 0];
        foreach ([...self::anchors($old, $new), [count($old), count($new)]] as [$oldAt, $newAt]) {
            array_push($found, ...self::stretch(array_slice($old, $from[0], $oldAt - $from[0]), array_slice($new, $from[1], $newAt - $from[1])));
            if (isset($old[$oldAt])) {
                $found[] = [self::SAME, $old[$oldAt]];
            }
            $from = [$oldAt + 1, $newAt + 1];
        }

        return $found;
    }

    /**
     * The longest row of lines that stand once in each text and come in the same order in both (patience sorting).
     *
     * @param  list<string>  $old
     * @param  list<string>  $new
     * @return list<array{int, int}> their places in both
     */
    private static function anchors(array $old, array $new): array
    {
        $inNew = self::places($new);
        $pairs = [];
        foreach (self::places($old) as $line => $place) {
            if ($place !== null && ($inNew[$line] ?? null) !== null) {
                $pairs[$place] = $inNew[$line];
            }
        }
        ksort($pairs);
        $before = $piles = $tops = [];
        foreach ($pairs as $oldAt => $newAt) {
            for ($low = 0, $high = count($tops); $low < $high;) {
                $middle = ($low + $high) >> 1;
                $tops[$middle] < $newAt ? $low = $middle + 1 : $high = $middle;
            }
            $tops[$low] = $newAt;
            $piles[$low] = $oldAt;
            $before[$oldAt] = $low === 0 ? null : $piles[$low - 1];
        }
        $anchors = [];
        for ($at = $piles === [] ? null : end($piles); $at !== null; $at = $before[$at]) {
            $anchors[] = [$at, $pairs[$at]];
        }

        return array_reverse($anchors);
    }

    /**
     * @param  list<string>  $lines
     * @return array<array-key, ?int> the place of each line; null: it stands there more than once
     */
    private static function places(array $lines): array
    {
        $places = [];
        foreach ($lines as $place => $line) {
            $key = hash('xxh3', $line);
            $places[$key] = array_key_exists($key, $places) ? null : $place;
        }

        return $places;
    }

    /**
     * @param  list<string>  $old
     * @param  list<string>  $new
     * @return list<array{string, string}>
     */
    private static function stretch(array $old, array $new): array
    {
        $start = $end = [];
        while ($old !== [] && $new !== [] && end($old) === end($new)) {
            $end[] = [self::SAME, array_pop($old)];
            array_pop($new);
        }
        $same = 0;
        while (isset($old[$same], $new[$same]) && $old[$same] === $new[$same]) {
            $start[] = [self::SAME, $old[$same]];
            $same++;
        }
        [$old, $new] = [array_slice($old, $same), array_slice($new, $same)];

        return [...$start, ...count($old) * count($new) > self::EXACT ? self::replaced($old, $new) : self::exactly($old, $new), ...array_reverse($end)];
    }

    /**
     * @param  list<string>  $old
     * @param  list<string>  $new
     * @return list<array{string, string}>
     */
    private static function replaced(array $old, array $new): array
    {
        return [...array_map(static fn (string $line): array => [self::REMOVED, $line], $old), ...array_map(static fn (string $line): array => [self::ADDED, $line], $new)];
    }

    /**
     * @param  list<string>  $old
     * @param  list<string>  $new
     * @return list<array{string, string}>
     */
    private static function exactly(array $old, array $new): array
    {
        if ($old === [] || $new === []) {
            return self::replaced($old, $new);
        }

        return array_map(static fn (array $one): array => [match ($one[1]) {
            Differ::ADDED => self::ADDED,
            Differ::REMOVED => self::REMOVED,
            default => self::SAME,
        }, (string) $one[0]], (new Differ(new UnifiedDiffOutputBuilder))->diffToArray($old, $new));
    }
}
