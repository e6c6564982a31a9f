<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Picture;

/** Values in rows, as a text holds them. */
final readonly class Table
{
    /**
     * The first rows of values that are parted by commas, semicolons or tabs (RFC 4180).
     *
     * @return list<list<string>>
     */
    public static function rowsOf(string $text, int $most): array
    {
        $text = mb_scrub($text, 'UTF-8');
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
        while (count($rows) < $most && ($row = fgetcsv($stream, null, (string) array_key_first($counts), '"', '')) !== false) {
            $rows[] = array_map(strval(...), $row);
        }
        fclose($stream);

        return $rows;
    }
}
