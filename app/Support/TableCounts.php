<?php

declare(strict_types=1);

namespace App\Support;

use Illuminate\Support\Facades\DB;

/**
 * Has the database count its large tables anew, which takes some hundredths of a second and waits for nobody. It does so by itself too, but goes by the
 * former numbers for as long as it has a table open; where there were few rows then, it reads all of a workspace to find some hundred.
 */
final class TableCounts
{
    /** So many rows that come at once are worth it. */
    public const MANY = 1000;

    private const TABLES = ['documents', 'document_references', 'drafts', 'versions', 'operation_lines', 'search_texts', 'search_fields'];

    public static function renew(): void
    {
        // It would end a transaction.
        if (DB::transactionLevel() > 0) {
            return;
        }
        // In a cluster each server counts for itself.
        DB::select('analyze no_write_to_binlog table '.implode(', ', self::TABLES));
    }
}
