<?php

declare(strict_types=1);

namespace App\Support;

use Illuminate\Database\Eloquent\Builder as EloquentBuilder;
use Illuminate\Database\Query\Builder;

/** Asks for the rows that have one of many values, so that the database reads those and no others. */
final class ManyValues
{
    /**
     * Of a thousand values MariaDB makes a table, and may then read all rows to see which are in it
     * (https://mariadb.com/kb/en/conversion-of-big-in-predicates-into-subqueries/).
     */
    public const AT_ONCE = 900;

    /** For fewer values than these the database looks into its indexes itself (eq_range_index_dive_limit). */
    private const FEW = 200;

    /**
     * By what a few of very many rows are found. For more values the database goes by what it has counted;
     * that can be of a time when there were few, above all right after a first scan, and then it reads all rows of a workspace, or all there are.
     */
    private const INDEXES = [
        // Told by nothing, it weighs every index of the workspace’s for each portion, which takes longer than the answer.
        'documents.id' => self::PRIMARY,
        'documents.path_key' => 'documents_there_index',
        'documents.fold_key' => 'documents_workspace_id_fold_key_index',
        'documents.file_key' => 'documents_workspace_id_file_key_unique',
        'documents.saved_hash' => 'documents_workspace_id_saved_hash_index',
        'document_references.target_key' => self::BY_TARGET,
        'document_references.address_key' => 'document_references_workspace_id_address_key_index',
    ];

    /** By what references are found that lead to a path. */
    public const BY_TARGET = 'document_references_workspace_id_target_key_index';

    /** Holds the rows themselves. */
    private const PRIMARY = 'PRIMARY';

    /** What each row has and none of these indexes: where an index alone has the answer, going through all of it seems cheap enough. */
    private const ELSEWHERE = ['documents' => 'path', 'document_references' => 'kind'];

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
     * Narrows a question to rows that have one of some keys; one portion at a time.
     *
     * @template B of Builder|EloquentBuilder<covariant \Illuminate\Database\Eloquent\Model>
     *
     * @param  B  $rows  of one workspace; the first table has the keys
     * @param  string  $column  as the question calls it
     * @param  array<array-key, string>  $keys
     * @return B
     */
    public static function among(Builder|EloquentBuilder $rows, string $column, array $keys): Builder|EloquentBuilder
    {
        [$table] = explode(' ', (string) ($rows instanceof Builder ? $rows->from : $rows->getQuery()->from), 2);
        $dot = strrpos($column, '.');
        [$of, $name] = $dot === false ? ['', $column] : [substr($column, 0, $dot + 1), substr($column, $dot + 1)];
        $index = self::INDEXES["{$table}.{$name}"];
        $rows->whereIn($column, $keys);
        if (count($keys) >= self::FEW) {
            $rows->forceIndex($index);
            $index === self::PRIMARY || $rows->where($of.self::ELSEWHERE[$table], '!=', '');
        }

        return $rows;
    }
}
