<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Workspace;
use App\Support\Refused;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;

/** Lets one operation at a time run in a workspace, on however many servers. */
final class WorkspaceLock
{
    private const WAIT_SECONDS = 20;

    /**
     * @template T
     *
     * @param  callable(): T  $work
     * @return T
     */
    public static function hold(Workspace $workspace, callable $work): mixed
    {
        $connection = DB::connection('lock');
        $connection->statement('set session innodb_lock_wait_timeout = '.self::WAIT_SECONDS);
        $connection->beginTransaction();
        try {
            $connection->table('workspace_locks')->where('workspace_id', $workspace->id)->lockForUpdate()->first();
        } catch (QueryException $failure) {
            $connection->rollBack();
            if (str_contains($failure->getMessage(), 'Lock wait timeout')) {
                throw Refused::because('Another save in this workspace has been running for '.self::WAIT_SECONDS.' s. Try again when it is done.');
            }

            throw $failure;
        }
        try {
            return $work();
        } finally {
            $connection->rollBack();
        }
    }

    /**
     * Runs while no operation runs in any workspace; not at all where one does.
     *
     * @template T
     *
     * @param  callable(): T  $work
     * @return ?T null where an operation was running
     */
    public static function tryAll(callable $work): mixed
    {
        $connection = DB::connection('lock');
        $connection->beginTransaction();
        try {
            $connection->select('select workspace_id from workspace_locks order by workspace_id for update nowait');
        } catch (QueryException $failure) {
            $connection->rollBack();
            if (str_contains($failure->getMessage(), 'Lock wait timeout')) {
                return null;
            }

            throw $failure;
        }
        try {
            return $work();
        } finally {
            $connection->rollBack();
        }
    }
}
