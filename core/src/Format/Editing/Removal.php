<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Editing;

use Hafenbuch\Core\Change\Change;

/** Takes a part of a content out. */
final class Removal
{
    /** The change that takes a stretch away, and with it the lines that would be left with nothing on them. */
    public static function of(string $bytes, int $offset, int $end): Change
    {
        $start = $offset - strspn(strrev(substr($bytes, max(0, $offset - 400), min(400, $offset))), " \t");
        $after = $end + strspn($bytes, " \t", $end);
        $startsLine = $start === 0 || $bytes[$start - 1] === "\n" || $bytes[$start - 1] === "\r";
        $endsLine = $after >= strlen($bytes) || $bytes[$after] === "\n" || $bytes[$after] === "\r";
        if (! $startsLine || ! $endsLine) {
            return new Change($offset, $end - $offset);
        }
        $lineEnd = substr_compare($bytes, "\r\n", min($after, strlen($bytes)), 2) === 0 ? 2 : 1;

        return new Change($start, min($after + $lineEnd, strlen($bytes)) - $start);
    }
}
