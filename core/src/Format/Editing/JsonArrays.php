<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Editing;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Format\Lexer\JsonText;
use Hafenbuch\Core\Format\Notation\Inserted;
use Hafenbuch\Core\Format\Notation\JsonStringValue;
use Hafenbuch\Core\Text\Pattern;

/** Elements that come into and go out of a JSON array, with the commas between them. */
final class JsonArrays
{
    /**
     * A place at the end of an array for an element that holds a string.
     *
     * @return array{int, Inserted} its offset and its notation
     */
    public static function end(string $bytes, JsonText $json, string $pointer, string $before, string $after): array
    {
        [$start, $end] = $json->containers[$pointer];
        $inner = substr($bytes, $start + 1, $end - $start - 2);
        $isEmpty = trim($inner) === '';
        $indent = Pattern::matches('~\n([ \t]*)\S~', $inner, $match) ? "\n".$match[1] : ' ';
        $at = $start + 1 + strlen(rtrim($inner));

        return [$isEmpty ? $start + 1 : $at, new Inserted(($isEmpty ? '' : ','.$indent).$before, new JsonStringValue, $after)];
    }

    public static function without(string $bytes, JsonText $json, string $pointer): ?Change
    {
        [$start, $end] = $json->containers[$pointer] ?? [null, null];
        if ($start === null) {
            return null;
        }
        $comma = $end + strspn($bytes, " \t\r\n", $end);
        if (($bytes[$comma] ?? '') === ',') {
            $next = $comma + 1 + strspn($bytes, " \t\r\n", $comma + 1);

            return new Change($start, $next - $start);
        }
        $before = rtrim(substr($bytes, 0, $start));

        return str_ends_with($before, ',') ? new Change(strlen($before) - 1, $end - strlen($before) + 1) : new Change(strlen($before), $end - strlen($before));
    }
}
