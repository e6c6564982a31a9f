<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Picture;

/** A table as its columns and its first rows. */
final readonly class TableSketch
{
    /** More is not seen. */
    public const BYTES = 16 * 1024;

    private const COLUMNS = 5;

    public const ROWS = 9;

    /** @param list<list<string>> $rows the first are the heads */
    public static function of(array $rows): ?string
    {
        $columns = min(self::COLUMNS, max(0, ...array_map(count(...), $rows === [] ? [[]] : $rows)));
        if ($columns === 0) {
            return null;
        }
        $canvas = new Canvas;
        $width = (Canvas::WIDTH - 16) / $columns;
        $canvas->rectangle(8, 8, Canvas::WIDTH - 16, 19, Canvas::TINT);
        foreach (array_slice($rows, 0, self::ROWS) as $number => $row) {
            $y = 22 + 18 * $number;
            foreach (array_slice($row, 0, $columns) as $column => $value) {
                $canvas->words(12 + $column * $width, $y, mb_substr($value, 0, (int) ($width / 6)), 11.5, $number === 0 ? Canvas::INK : Canvas::SOFT);
            }
            $canvas->line(8, $y + 5, Canvas::WIDTH - 8, $y + 5);
        }

        return $canvas->svg();
    }
}
