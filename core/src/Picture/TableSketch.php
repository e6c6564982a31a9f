<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Picture;

/** A table as its columns and its first rows. */
final readonly class TableSketch
{
    /** More is not seen. */
    public const BYTES = 16 * 1024;

    private const COLUMNS = 5;

    private const ROWS = 9;

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

    /**
     * The first rows of values that are parted by commas, semicolons or tabs (RFC 4180).
     *
     * @return list<list<string>>
     */
    public static function rowsOf(string $text): array
    {
        $text = mb_scrub(substr($text, 0, self::BYTES), 'UTF-8');
        $first = strtok($text, "\n") ?: '';
        $counts = array_map(static fn (string $mark): int => substr_count($first, $mark), [',' => ',', ';' => ';', "\t" => "\t"]);
        arsort($counts);
        $rows = [];
        $stream = fopen('php://memory', 'w+b');
        if ($stream === false) {
            return [];
        }
        fwrite($stream, $text);
        rewind($stream);
        while (count($rows) < self::ROWS && ($row = fgetcsv($stream, null, (string) array_key_first($counts), '"', '')) !== false) {
            $rows[] = array_map(strval(...), $row);
        }
        fclose($stream);

        return $rows;
    }
}
