<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Find;

use Hafenbuch\Core\Text\Pattern;

/** The place of a text in which something was found, with what stands around it. */
final readonly class Excerpt
{
    private const AROUND = 60;

    /**
     * @param  int  $line  counted from 1
     * @param  int  $offset  of what was found, in bytes of the text
     */
    private function __construct(public int $line, public int $offset, public string $before, public string $found, public string $after) {}

    /**
     * The first place that has one of these.
     *
     * @param  string  $text  UTF-8
     * @param  list<string>  $parts  folded; of the first that is there the place is taken
     */
    public static function of(string $text, array $parts): ?self
    {
        foreach (array_filter($parts, static fn (string $part): bool => $part !== '') as $part) {
            $place = self::place($text, $part);
            if ($place !== null) {
                return self::all($text, [['offset' => $place[0], 'length' => $place[1]]])[0];
            }
        }

        return null;
    }

    /**
     * The same for many places of one text, which is gone through once for their lines.
     *
     * @param  list<array{offset: int, length: int}>  $places  in their order
     * @return list<self>
     */
    public static function all(string $text, array $places): array
    {
        $excerpts = [];
        [$line, $at] = [1, 0];
        foreach ($places as ['offset' => $offset, 'length' => $length]) {
            $line += substr_count($text, "\n", $at, $offset - $at);
            $at = $offset;
            $excerpts[] = self::around($text, $offset, $length, $line);
        }

        return $excerpts;
    }

    private static function around(string $text, int $offset, int $length, int $line): self
    {
        // A letter that is cut in two at either end is left out.
        $before = Pattern::replace('~^[\x80-\xBF]+~', '', substr($text, max(0, $offset - 4 * self::AROUND), min($offset, 4 * self::AROUND)));
        $after = mb_strcut(substr($text, $offset + $length, 4 * self::AROUND + 4), 0, 4 * self::AROUND, 'UTF-8');

        return new self(
            $line, $offset,
            mb_substr(self::line($before), -self::AROUND), substr($text, $offset, $length), mb_substr(self::line($after), 0, self::AROUND),
        );
    }

    /** @return ?array{int, int} offset and length in bytes */
    private static function place(string $text, string $part): ?array
    {
        $at = stripos($text, $part);
        if ($at !== false) {
            return [$at, strlen($part)];
        }
        // Only where letters beyond ASCII stand can it be written otherwise.
        for ($from = 0; Pattern::matches('~[\pL\pN]*[^\x00-\x7F][\pL\pN\p{Mn}]*~u', $text, $match, PREG_OFFSET_CAPTURE, $from); $from = $offset + strlen($word)) {
            [$word, $offset] = $match[0];
            if (str_contains(Fold::text($word), $part)) {
                return [$offset, strlen($word)];
            }
        }

        return null;
    }

    private static function line(string $text): string
    {
        return Pattern::replace('~\s+~u', ' ', mb_scrub($text, 'UTF-8'));
    }
}
