<?php

declare(strict_types=1);

namespace App\Support;

use Illuminate\Database\Eloquent\Builder as EloquentBuilder;
use Illuminate\Database\Query\Builder;

/** Asks for the rows that have one of many values, so that the database reads those and no others. */
final class ManyValues
{
    /**
     * Of a list of a thousand values MariaDB makes a table, and may then read all rows to see which are in it
     * (https://mariadb.com/kb/en/conversion-of-big-in-predicates-into-subqueries/).
     */
    public const AT_ONCE = 900;

    /** Up to so many are found as quickly by a list. */
    private const FEW = 4;

    /** Holds any id, key or hash. */
    private const TABLE = "select asked.value from json_table(?, '$[*]' columns (value varchar(64) character set ascii collate ascii_bin path '$')) as asked";

    /**
     * @template T
     *
     * @param  array<array-key, T>  $values
     * @return list<list<T>>
     */
    public static function portions(array $values): array
    {
        return array_chunk($values, self::AT_ONCE);
    }

    /**
     * Narrows a question to rows that have one of some values; one portion at a time. For deleting and updating a list is better: there MariaDB
     * goes through all rows for a table of values.
     *
     * A table of JSON seems to the database to have forty rows, however many they are. So it goes through these and finds each by the index of the
     * column. Of a long list it weighs one range after the other, which takes longer than the answer, or goes by what it has counted; that can be
     * of a time when there was little, above all right after a first scan, and then it reads all rows of a workspace, or all there are.
     *
     * @template B of Builder|EloquentBuilder<covariant \Illuminate\Database\Eloquent\Model>
     *
     * @param  B  $rows
     * @param  string  $column  of ids, keys or hashes, with an index, as the question calls it
     * @param  array<array-key, string>  $values
     * @return B
     */
    public static function among(Builder|EloquentBuilder $rows, string $column, array $values): Builder|EloquentBuilder
    {
        // What has other letters is nobody’s, which the database would not take in a list.
        $isList = count($values) <= self::FEW && mb_check_encoding($values, 'ASCII');

        return $isList ? $rows->whereIn($column, $values)
            : $rows->whereRaw($rows->getGrammar()->wrap($column).' in ('.self::TABLE.')', [json_encode(array_values($values), JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE)]);
    }
}
