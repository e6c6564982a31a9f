<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Find;

use Hafenbuch\Core\Text\Pattern;

/** The words of a text, folded. A lone letter is none; nor are the figures of a measure such as 0.125, which nobody looks for. */
final class Words
{
    /** Longer ones are keys, hashes and contents in Base64. */
    private const LONGEST = 40;

    /** So many different ones of one text are known. */
    private const MOST = 20_000;

    private const PATTERN = '~(?<![.\pN\pL])\d{2,8}(?![\pN\pL]|\.\d)|(?=\pN*\pL)[\pL\pN]{2,}~';

    /** @return list<string> each once */
    public static function of(string $text): array
    {
        $folded = Fold::text($text);
        $isPlain = Pattern::count('~[\x80-\xFF]~', $folded) === 0;
        $words = [];
        // A text is taken in pieces, since each match of a long one costs memory until all are found.
        foreach (self::pieces($folded) as $piece) {
            Pattern::matchAll($isPlain ? '~(?<![.0-9a-z])[0-9]{2,8}(?![0-9a-z]|\.[0-9])|[0-9]*[a-z][0-9a-z]+~' : self::PATTERN.'u', $piece, $matches);
            foreach ($matches[0] as $word) {
                if (strlen($word) <= self::LONGEST) {
                    $words[$word] = true;
                }
            }
            if (count($words) >= self::MOST) {
                break;
            }
        }

        return array_map(strval(...), array_slice(array_keys($words), 0, self::MOST));
    }

    /**
     * The words that somebody has typed: the same, and the figures of measures too.
     *
     * @return list<string> in their order
     */
    public static function typed(string $text): array
    {
        Pattern::matchAll('~[\pL\pN]+~u', Fold::text($text), $matches);

        return array_values($matches[0]);
    }

    /** @return \Generator<string> cut between words */
    private static function pieces(string $text): \Generator
    {
        $size = 1 << 16;
        for ($at = 0, $end = strlen($text); $at < $end; $at += strlen($piece)) {
            $piece = substr($text, $at, $size);
            $cut = max((int) strrpos($piece, ' '), (int) strrpos($piece, "\n"));
            if ($at + strlen($piece) < $end) {
                $piece = $cut > 0 ? substr($piece, 0, $cut) : mb_strcut($piece, 0, $size, 'UTF-8');
            }
            yield $piece;
        }
    }
}
