<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

/** Content that does not follow its format. The message names line and column, counted from 1, columns in characters. */
final class MalformedContent extends \RuntimeException
{
    public static function at(string $bytes, int $offset, string $what): self
    {
        $before = substr($bytes, 0, $offset);
        $line = substr_count($before, "\n") + 1;
        $start = strrpos($before, "\n");
        $column = mb_strlen($start === false ? $before : substr($before, $start + 1), 'UTF-8') + 1;

        return new self("{$what} (line {$line}, column {$column})");
    }
}
