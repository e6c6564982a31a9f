<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Picture;

/** Things one below the other, each with a word behind it. */
final readonly class ListSketch
{
    private const LINES = 8;

    /** @param list<array{string, string}> $items */
    public static function of(array $items): ?string
    {
        if ($items === []) {
            return null;
        }
        $canvas = new Canvas;
        foreach (array_slice($items, 0, self::LINES) as $number => [$name, $behind]) {
            $y = 22 + 20 * $number;
            $canvas->words(12, $y, ($number + 1).'', 11, Canvas::BRASS);
            $canvas->words(30, $y, mb_substr($name, 0, $behind === '' ? 34 : 27), 13);
            $canvas->words(Canvas::WIDTH - 44, $y, mb_substr($behind, 0, 7), 12, Canvas::SOFT);
            $canvas->line(12, $y + 6, Canvas::WIDTH - 12, $y + 6);
        }
        if (count($items) > self::LINES) {
            $canvas->words(30, Canvas::HEIGHT - 3, '… '.count($items), 11, Canvas::SOFT);
        }

        return $canvas->svg();
    }
}
