<?php

declare(strict_types=1);

namespace App\Support;

use Illuminate\Database\ConcurrencyErrorDetector;
use Illuminate\Database\LostConnectionDetector;
use Illuminate\Database\QueryException;

/** What is wrong with the database, by what it said. */
final class DatabaseTrouble
{
    /** The server does not answer. */
    public static function isAway(\Throwable $failure): bool
    {
        return (new LostConnectionDetector)->causedByLostConnection($failure);
    }

    /** Others kept it busy for too long; the same may go through later. */
    public static function isBusy(\Throwable $failure): bool
    {
        return (new ConcurrencyErrorDetector)->causedByConcurrencyError($failure);
    }

    /** Its disk is full, or its tables are (MariaDB’s errors 1021, 1030 with 28, 1114, 3). */
    public static function isFull(\Throwable $failure): bool
    {
        return preg_match('~\b(1021|1114)\b|is full|Errcode: 28\b|error(?: nr\.?)? 28\b|No space left~i', $failure->getMessage()) === 1;
    }

    /** Asked for an identity with letters that none has (MariaDB’s errors 1267 of one, 1271 of several: their columns take ASCII only). */
    public static function isForeignIdentity(\Throwable $failure): bool
    {
        return $failure instanceof QueryException && in_array($failure->errorInfo[1] ?? null, [1267, 1271], true);
    }

    /** Whether it is nothing about what was asked, so that the same can be asked again. */
    public static function isPassing(\Throwable $failure): bool
    {
        return self::isAway($failure) || self::isBusy($failure) || self::isFull($failure);
    }

    /** What to tell a person, whose request the database did not take. */
    public static function words(\Throwable $failure): string
    {
        return match (true) {
            self::isFull($failure) => 'The disk of the database is full, so this could not be kept. Make room on it, then try again.',
            self::isBusy($failure) => 'Others kept the database busy for too long, so this was not done. Try again in a moment.',
            self::isAway($failure) => 'The database does not answer, so this was not done. Try again in a moment.',
            default => 'This is a fault of ours; it is in the server’s log. Nothing that was kept is lost.',
        };
    }
}
