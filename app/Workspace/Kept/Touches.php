<?php

declare(strict_types=1);

namespace App\Workspace\Kept;

use App\Models\Workspace;
use Illuminate\Database\Query\Builder;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;

/**
 * When the rows of a workspace's documents were touched last, in sum. What was touched later than the newest of them has changed. A row can
 * also be committed some time after the moment that it bears; so those of the last while are counted, and another count shows one that came late.
 * Times are microseconds since 1970.
 */
final readonly class Touches
{
    /** A row is committed at most so long after the time that it bears: each statement of a transaction can wait for a lock for most of a minute. */
    private const COMMIT_MICROSECONDS = 300_000_000;

    /** What began longer ago is in the database's list of transactions, which is up to a tenth of a second old. */
    private const LISTED_MICROSECONDS = 2_000_000;

    /** By the database's clock, as the rows bear it. */
    public const NOW = "timestampdiff(microsecond, '1970-01-01', now(6))";

    public const TOUCHED = "timestampdiff(microsecond, '1970-01-01', touched_at)";

    /**
     * @param  int  $from  since when they are counted
     * @param  int  $xor  the exclusive or of all their times
     */
    public function __construct(public int $from, public int $newest, public int $count, public int $xor) {}

    public static function now(Workspace $workspace): self
    {
        $from = self::certain();
        $newest = DB::table('documents')->where('workspace_id', $workspace->id)->selectRaw("timestampdiff(microsecond, '1970-01-01', max(touched_at)) as newest")->value('newest');

        return self::between($workspace, $from, max($from, (int) $newest));
    }

    /**
     * What has changed since.
     *
     * @param  callable(string): ?int  $known  when a document's row was touched, as far as these know
     * @param  ?string  $witness  a document that these know: a database that was put back to an earlier state, or is another one, does not have
     *                            it as these do; and where its clock was put back, rows that are touched now bear times that these have seen already
     * @return ?list<TouchedRow> null: these are not of the database's past
     */
    public function changedSince(Workspace $workspace, callable $known, ?string $witness): ?array
    {
        $there = self::sum($workspace, $this->from, $this->newest)->selectRaw(self::NOW.' as now')->selectSub(DB::table('documents')->where('id', $witness)->selectRaw(self::TOUCHED), 'witnessed')->first();
        if ($there === null || ($witness !== null && ($there->witnessed === null || (int) $there->witnessed < $known($witness) || (int) $there->now < $this->newest))) {
            return null;
        }
        $rows = self::rows($workspace, $this->newest, '>');
        [$count, $xor] = [$this->count, $this->xor];
        foreach ($rows as $row) {
            $before = $known($row->id);
            if ($before !== null && $before >= $this->from && $before <= $this->newest) {
                $count--;
                $xor ^= $before;
            }
        }
        if ((int) $there->times === $count && (int) $there->mixed === $xor) {
            return $rows;
        }

        return array_values(array_filter(self::rows($workspace, $this->from, '>='), static fn (TouchedRow $row): bool => $known($row->id) !== $row->touchedAt));
    }

    /** Whether all of them are certain to have come, so that they need not be counted again and again. */
    public function haveCome(): bool
    {
        $ago = self::time() - $this->newest;

        return $ago > self::COMMIT_MICROSECONDS || ($ago > self::LISTED_MICROSECONDS && self::isQuiet());
    }

    /** All that was touched before this has been committed, or never will be. */
    public static function certain(): int
    {
        return self::time() - (self::isQuiet() ? self::LISTED_MICROSECONDS : self::COMMIT_MICROSECONDS);
    }

    /**
     * Whether no transaction is under way that has changed anything, or waits to: then what bears an earlier time is committed. A database
     * whose user may not ask that (the privilege is PROCESS), or whose rows come from other servers too, is never quiet.
     */
    private static function isQuiet(): bool
    {
        try {
            return DB::scalar("select count(*) from information_schema.innodb_trx where trx_mysql_thread_id <> connection_id() and (trx_rows_modified > 0 or ltrim(coalesce(trx_query, 'select')) not like 'select%')") === 0
                && DB::scalar('select @@wsrep_on') === 0;
        } catch (QueryException) {
            return false;
        }
    }

    /** @return list<int> */
    public function numbers(): array
    {
        return [$this->from, $this->newest, $this->count, $this->xor];
    }

    private static function time(): int
    {
        return (int) DB::scalar('select '.self::NOW);
    }

    private static function between(Workspace $workspace, int $from, int $newest): self
    {
        $sum = self::sum($workspace, $from, $newest)->first();

        return new self($from, $newest, (int) $sum?->times, (int) $sum?->mixed);
    }

    private static function sum(Workspace $workspace, int $from, int $newest): Builder
    {
        return self::query($workspace, $from, '>=')->whereRaw("touched_at <= timestampadd(microsecond, ?, '1970-01-01')", [$newest])->selectRaw('count(*) as times, bit_xor('.self::TOUCHED.') as mixed');
    }

    /** @return list<TouchedRow> */
    private static function rows(Workspace $workspace, int $from, string $than): array
    {
        $rows = self::query($workspace, $from, $than)->selectRaw('id, path_key, '.TouchedRow::FILE.' as file, dropped_at is not null as is_dropped, '.self::TOUCHED.' as touched')->get()->all();

        return array_values(array_map(static fn (object $row): TouchedRow => new TouchedRow($row->id, $row->path_key, $row->file, (bool) $row->is_dropped, (int) $row->touched), $rows));
    }

    private static function query(Workspace $workspace, int $from, string $than): Builder
    {
        return DB::table('documents')->where('workspace_id', $workspace->id)->whereRaw("touched_at {$than} timestampadd(microsecond, ?, '1970-01-01')", [$from]);
    }
}
