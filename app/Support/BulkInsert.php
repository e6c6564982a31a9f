<?php

declare(strict_types=1);

namespace App\Support;

use Illuminate\Support\Facades\DB;

/** Inserts many rows with few statements. Values stand in the statement, quoted, which is several times as fast as binding each. */
final class BulkInsert
{
    private const ROWS = 500;

    /**
     * @param  list<array<string, scalar|null>>  $rows  all with the same columns in the same order
     * @param  list<string>  $update  columns that take the new value where the row is there already
     */
    public static function into(string $table, array $rows, array $update = []): void
    {
        if ($rows === []) {
            return;
        }
        $pdo = DB::connection()->getPdo();
        $columns = implode(', ', array_map(static fn (string $column): string => "`{$column}`", array_keys($rows[0])));
        $onDuplicate = $update === [] ? '' : ' on duplicate key update '.implode(', ', array_map(static fn (string $column): string => "`{$column}` = values(`{$column}`)", $update));
        foreach (array_chunk($rows, self::ROWS) as $chunk) {
            $values = [];
            foreach ($chunk as $row) {
                $quoted = [];
                foreach ($row as $value) {
                    $quoted[] = match (true) {
                        $value === null => 'null',
                        is_int($value) => (string) $value,
                        is_bool($value) => $value ? '1' : '0',
                        default => $pdo->quote((string) $value),
                    };
                }
                $values[] = '('.implode(',', $quoted).')';
            }
            DB::unprepared("insert into `{$table}` ({$columns}) values ".implode(',', $values).$onDuplicate);
        }
    }
}
