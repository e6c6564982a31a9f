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

    /** Up to so many are found as quickly by a list, whatever they are. */
    private const FEW = 4;

    /** For fewer values than these the database looks into its indexes itself (eq_range_index_dive_limit). */
    private const LOOKED_UP = 200;

    /**
     * Keys within a workspace, and by what they are found. The database goes by what it has counted, which can be of a time when there was
     * little, above all right after a first scan, and then all rows of the workspace may seem fewer than those of some keys.
     */
    private const KEYS = [
        'documents.path_key' => 'documents_there_index',
        'documents.fold_key' => 'documents_workspace_id_fold_key_index',
        'documents.file_key' => 'documents_workspace_id_file_key_unique',
        'documents.saved_hash' => 'documents_workspace_id_saved_hash_index',
        'document_references.target_key' => 'document_references_workspace_id_target_key_index',
        'document_references.address_key' => 'document_references_workspace_id_address_key_index',
    ];

    /** What each row has and none of these indexes: where an index alone has the answer, going through all of it seems cheap enough. */
    private const ELSEWHERE = ['documents' => 'path', 'document_references' => 'kind'];

    /** Large tables whose rows lie in the order of these ids. */
    private const LIES_BY = ['documents.id', 'document_references.document_id'];

    /** Holds the rows themselves. */
    private const PRIMARY = 'PRIMARY';

    /** Holds any id or hash. */
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
     * Narrows a question to rows that have one of some values; one portion at a time. Not for deleting and updating: there MariaDB goes through
     * all rows for a table of values.
     *
     * @template B of Builder|EloquentBuilder<covariant \Illuminate\Database\Eloquent\Model>
     *
     * @param  B  $rows  where the column is a key: of one workspace, and of the question’s first table
     * @param  string  $column  of ids, keys or hashes, with an index, as the question calls it
     * @param  array<array-key, string>  $values
     * @return B
     */
    public static function among(Builder|EloquentBuilder $rows, string $column, array $values): Builder|EloquentBuilder
    {
        $name = self::nameOf($rows, $column);
        // What has other letters is nobody’s, which the database would not take in a list.
        $isAscii = mb_check_encoding($values, 'ASCII');
        if ($isAscii && (isset(self::KEYS[$name]) || count($values) <= self::FEW)) {
            return count($values) < self::LOOKED_UP || ! isset(self::KEYS[$name]) ? $rows->whereIn($column, $values) : self::byKey($rows, $column, $values, $name);
        }
        in_array($name, self::LIES_BY, true) && $rows->forceIndex(self::PRIMARY);

        // Of a long list it weighs one range after the other, which takes longer than the answer; the table of JSON it goes through.
        return $rows->whereRaw($rows->getGrammar()->wrap($column).' in ('.self::TABLE.')', [json_encode(array_values($values), JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE)]);
    }

    /**
     * The same for rows that are locked. A list is gone through in the order of its index, so that of two who lock the same rows one waits for the
     * other in place of each for the other; and no row is locked beside these, as where the database goes through all of a small workspace.
     *
     * @template B of Builder|EloquentBuilder<covariant \Illuminate\Database\Eloquent\Model>
     *
     * @param  B  $rows
     * @param  string  $column  the id, or the file’s key
     * @param  array<array-key, string>  $values
     * @return B
     */
    public static function locked(Builder|EloquentBuilder $rows, string $column, array $values): Builder|EloquentBuilder
    {
        return $rows->forceIndex(self::KEYS[self::nameOf($rows, $column)] ?? self::PRIMARY)->whereIn($column, $values)->lockForUpdate();
    }

    /**
     * @template B of Builder|EloquentBuilder<covariant \Illuminate\Database\Eloquent\Model>
     *
     * @param  B  $rows
     * @param  array<array-key, string>  $values
     * @return B
     */
    private static function byKey(Builder|EloquentBuilder $rows, string $column, array $values, string $name): Builder|EloquentBuilder
    {
        $of = substr($column, 0, (int) strrpos('.'.$column, '.'));

        return $rows->forceIndex(self::KEYS[$name])->whereIn($column, $values)->where($of.self::ELSEWHERE[explode('.', $name)[0]], '!=', '');
    }

    /** @param Builder|EloquentBuilder<covariant \Illuminate\Database\Eloquent\Model> $rows */
    private static function nameOf(Builder|EloquentBuilder $rows, string $column): string
    {
        [$table] = explode(' ', (string) ($rows instanceof Builder ? $rows->from : $rows->getQuery()->from));

        return $table.'.'.substr($column, (int) strrpos('.'.$column, '.'));
    }
}
