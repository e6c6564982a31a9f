<?php

declare(strict_types=1);

namespace App\Workspace;

use App\Models\Workspace;
use App\Support\Refused;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;

/**
 * Lets one writer at a time work in a workspace, on however many servers. Two locks are held together: a row lock, which
 * every server sees, and a file lock, which outlives the database when that is restarted in the middle of an operation.
 */
final class WorkspaceLock
{
    /** So long a person waits for someone else's save. */
    public const A_PERSON_WAITS = 20;

    /** So long work in the background waits. */
    public const BACKGROUND_WAITS = 3600;

    /** One statement waits so long at most; whoever waits longer asks again. */
    private const STATEMENT_SECONDS = 20;

    private const IDLE_MOMENT_SECONDS = 2;

    private const POLL_MICROSECONDS = 5_000;

    /** @var array<int, true> the workspaces that this process holds */
    private static array $held = [];

    /**
     * What a process holds already, it may hold again.
     *
     * @template T
     *
     * @param  callable(): T  $work
     * @return T
     *
     * @throws Refused where others hold it for longer
     */
    public static function hold(Workspace $workspace, callable $work, int $seconds = self::A_PERSON_WAITS): mixed
    {
        if (isset(self::$held[$workspace->id])) {
            return $work();
        }
        $until = microtime(true) + $seconds;
        $file = self::lockFile($workspace, $until, $seconds);
        try {
            self::lockRow($workspace, $until, $seconds);
            self::$held[$workspace->id] = true;
            try {
                return $work();
            } finally {
                unset(self::$held[$workspace->id]);
                self::release();
            }
        } finally {
            fclose($file);
        }
    }

    /**
     * Reads the database as it was at a moment when nobody wrote in any workspace: what an operation relies on and has not
     * recorded yet does not exist then. The locks are held for that moment only, and not while it is read.
     *
     * @template T
     *
     * @param  callable(): T  $read
     * @return ?T null where no such moment came within some seconds
     */
    public static function asOfAnIdleMoment(callable $read): mixed
    {
        if (self::$held !== []) {
            // The locks of all others would be kept until this operation ends: a transaction gives back none of them before.
            throw new \LogicException('Within an operation no moment is idle.');
        }
        $connection = DB::connection('lock');
        $until = microtime(true) + self::IDLE_MOMENT_SECONDS;
        do {
            $connection->beginTransaction();
            try {
                $connection->select('select workspace_id from workspace_locks order by workspace_id for update nowait');

                return DB::transaction(static function () use ($read): mixed {
                    // The first read of a transaction fixes what all its others see.
                    DB::select('select 1 from workspace_locks limit 1');
                    self::release();

                    return $read();
                });
            } catch (QueryException $failure) {
                self::release();
                if (! self::isTimeout($failure)) {
                    throw $failure;
                }
            }
            usleep(self::POLL_MICROSECONDS);
        } while (microtime(true) < $until);

        return null;
    }

    /** @return resource */
    private static function lockFile(Workspace $workspace, float $until, int $seconds)
    {
        $folder = storage_path('framework/locks');
        if (! is_dir($folder) && ! @mkdir($folder, 0o770, true) && ! is_dir($folder)) {
            throw Refused::because("The folder {$folder} cannot be made, so nothing can be written safely. Give write access to it.");
        }
        $path = $folder.'/'.DB::connection()->getDatabaseName()."-{$workspace->id}";
        // Closed in processes that are started meanwhile, which would hold the lock too; one that another user made is only read.
        $file = @fopen($path, 'cbe') ?: @fopen($path, 'rbe')
            ?: throw Refused::because("No lock can be made in {$folder}, so nothing can be written safely. Give write access to it.");
        while (! flock($file, LOCK_EX | LOCK_NB)) {
            if (microtime(true) > $until) {
                fclose($file);

                throw self::busy($seconds);
            }
            usleep(self::POLL_MICROSECONDS);
        }

        return $file;
    }

    private static function lockRow(Workspace $workspace, float $until, int $seconds): void
    {
        $connection = DB::connection('lock');
        while (true) {
            $wait = max(1, min(self::STATEMENT_SECONDS, (int) ceil($until - microtime(true))));
            $connection->statement("set session innodb_lock_wait_timeout = {$wait}");
            $connection->beginTransaction();
            try {
                $connection->table('workspace_locks')->where('workspace_id', $workspace->id)->lockForUpdate()->first();

                return;
            } catch (QueryException $failure) {
                $connection->rollBack();
                if (! self::isTimeout($failure)) {
                    throw $failure;
                }
                if (microtime(true) > $until) {
                    throw self::busy($seconds);
                }
            }
        }
    }

    /** Where the connection is gone, so is the lock. */
    private static function release(): void
    {
        try {
            DB::connection('lock')->rollBack();
        } catch (\PDOException) {
            DB::purge('lock');
        }
    }

    private static function isTimeout(QueryException $failure): bool
    {
        return str_contains($failure->getMessage(), 'Lock wait timeout');
    }

    private static function busy(int $seconds): Refused
    {
        return Refused::because("Another save in this workspace has been running for {$seconds} s. Try again when it is done.");
    }
}
