<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Charset;

use Hafenbuch\Core\Text\Pattern;

/** ISO-2022-JP (RFC 1468): escape sequences say what the bytes behind them mean, up to the next one. */
final class Iso2022Jp
{
    public const ASCII = "\x1b(B";

    private const ESCAPE = '~\x1b(?:\([BJI]|\$[@B])~';

    /** @return list<array{string, int, int}> of each run the escape sequence before it, where its bytes begin, and how many there are */
    public static function runs(string $bytes): array
    {
        $runs = [];
        [$escape, $start] = [self::ASCII, 0];
        Pattern::matchAll(self::ESCAPE, $bytes, $escapes, PREG_OFFSET_CAPTURE);
        foreach ($escapes[0] as [$found, $at]) {
            $runs[] = [$escape, $start, $at - $start];
            [$escape, $start] = [$found, $at + strlen($found)];
        }
        $runs[] = [$escape, $start, strlen($bytes) - $start];

        return $runs;
    }

    /** The escape sequence that says what the bytes at an offset mean. */
    public static function escapeBefore(string $bytes, int $offset): string
    {
        for ($end = $offset; $end > 0; $end = $at) {
            $at = strrpos($bytes, "\x1b", $end - strlen($bytes) - 1);
            if ($at === false) {
                break;
            }
            if (Pattern::matches(self::ESCAPE.'A', $bytes, $match, 0, $at)) {
                return $match[0];
            }
        }

        return self::ASCII;
    }

    public static function decode(string $bytes): string
    {
        $text = '';
        foreach (self::runs($bytes) as [$escape, $start, $length]) {
            foreach (self::characters($escape, substr($bytes, $start, $length)) as $piece) {
                $text .= $piece;
            }
        }

        return $text;
    }

    /** How many bytes a character takes after an escape sequence. */
    public static function width(string $escape): int
    {
        return $escape[1] === '$' ? 2 : 1;
    }

    /** @return list<string> the text of a run, in one piece where all of it is right */
    private static function characters(string $escape, string $run): array
    {
        if ($escape === self::ASCII) {
            return [Pattern::replace('~[\x80-\xff]~', Charset::REPLACEMENT, $run)];
        }
        // Only whole characters: what is left over at the end of a run is none.
        $text = strlen($run) % self::width($escape) === 0 ? self::converted($escape, $run) : null;
        if ($text !== null) {
            return [$text];
        }

        return array_map(static fn (string $one): string => self::converted($escape, $one) ?? Charset::REPLACEMENT, str_split($run, self::width($escape)));
    }

    private static function converted(string $escape, string $run): ?string
    {
        // Half-width katakana came later (JIS X 0201); other decoders know it by its bytes in Shift_JIS.
        $text = $escape === "\x1b(I" ? Iconv::convert('CP932', 'UTF-8', $run | str_repeat("\x80", strlen($run))) : Iconv::convert('ISO-2022-JP', 'UTF-8', $escape.$run.self::ASCII);

        return $text === null || mb_strlen($text, 'UTF-8') * self::width($escape) !== strlen($run) ? null : $text;
    }
}
