<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Picture;

use Hafenbuch\Core\Text\Pattern;

/** A page of words in small: its heading, and how the first lines lie. */
final readonly class TextSketch
{
    /** More is not seen. */
    public const BYTES = 16 * 1024;

    private const LINES = 9;

    private const CHARACTERS = 40;

    public static function of(?string $title, string $text, bool $isMarkup): string
    {
        $canvas = new Canvas;
        $y = 26.0;
        foreach (array_slice(self::folded((string) $title, 19), 0, 2) as $line) {
            $canvas->words(14, $y, $line, 19, Canvas::INK, true);
            $y += 22;
        }
        $canvas->line(14, $y - 10, Canvas::WIDTH - 14, $y - 10);
        $y += 8;
        foreach (array_slice(self::lines($text, $isMarkup, $title), 0, self::LINES) as $line) {
            if ($y > Canvas::HEIGHT - 6) {
                break;
            }
            $canvas->words(14, $y, $line, 11.5, Canvas::SOFT);
            $y += 15;
        }

        return $canvas->svg();
    }

    /** @return list<string> */
    private static function lines(string $text, bool $isMarkup, ?string $title): array
    {
        $text = mb_scrub(substr($text, 0, self::BYTES), 'UTF-8');
        if ($isMarkup) {
            $text = Pattern::replace('~<(script|style|head)\b.*?(</\1\s*>|$)~is', ' ', $text);
            $text = html_entity_decode(Pattern::replace('~<[^>]*(>|$)~', "\n", $text), ENT_QUOTES | ENT_HTML5);
        } else {
            // What Markdown marks, and not what it says (CommonMark 0.31).
            $text = Pattern::replace('~^---\n.*?\n---\n~s', '', $text);
            $text = Pattern::replace('~!?\[([^\]\n]*)\]\([^)\n]*\)~', '$1', $text);
            $text = Pattern::replace('~^[#>*+\-\s|]+|[*_`]{1,3}~m', '', $text);
        }
        $lines = [];
        foreach (explode("\n", $text) as $line) {
            $line = trim($line);
            if ($line !== '' && $line !== $title) {
                array_push($lines, ...self::folded($line, self::CHARACTERS));
            }
            if (count($lines) >= self::LINES) {
                break;
            }
        }

        return $lines;
    }

    /** @return list<string> */
    private static function folded(string $line, int $width): array
    {
        $lines = [];
        $current = '';
        foreach (explode(' ', mb_substr($line, 0, 20 * $width)) as $word) {
            if ($current !== '' && mb_strlen("{$current} {$word}") > $width) {
                $lines[] = $current;
                $current = '';
            }
            $current = $current === '' ? $word : "{$current} {$word}";
        }

        return [...$lines, ...$current === '' ? [] : [mb_substr($current, 0, $width + 2)]];
    }
}
