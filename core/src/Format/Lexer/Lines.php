<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

use Hafenbuch\Core\Text\Patience;

/** The lines of a text, each with the offset of its first character that is no white space. */
final class Lines
{
    /** @return \Generator<int, string> trimmed lines that are not empty, by offset */
    public static function of(string $bytes): \Generator
    {
        $end = strlen($bytes);
        $at = str_starts_with($bytes, "\u{FEFF}") ? 3 : 0;
        while ($at < $end) {
            Patience::spend();
            $length = strcspn($bytes, "\r\n", $at);
            $line = substr($bytes, $at, $length);
            $lead = strspn($line, " \t");
            $text = rtrim(substr($line, $lead), " \t");
            if ($text !== '') {
                yield $at + $lead => $text;
            }
            $at += $length + 1;
        }
    }
}
