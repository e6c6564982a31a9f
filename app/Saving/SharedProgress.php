<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\Workspace;
use Hafenbuch\Core\Write\Progress;
use Hafenbuch\Core\Write\Stopped;
use Illuminate\Support\Facades\Cache;

/** How far the operation that runs in a workspace has come, for every server to see and to stop. */
final class SharedProgress implements Progress
{
    private const EVERY_SECONDS = 0.25;

    private const KEPT_SECONDS = 600;

    private float $toldAt = 0.0;

    /** @param string $operation its id */
    public function __construct(private readonly Workspace $workspace, private readonly string $operation) {}

    public function step(int $done, int $of): void
    {
        $now = microtime(true);
        if ($now - $this->toldAt < self::EVERY_SECONDS) {
            return;
        }
        $this->toldAt = $now;
        if ($this->isStopped($done, $of)) {
            throw Stopped::at($done, $of);
        }
    }

    /** A database that does not answer ends no operation; only nobody hears how far it is. */
    private function isStopped(int $done, int $of): bool
    {
        try {
            if (Cache::get(self::stopKey($this->operation)) !== null) {
                return true;
            }
            Cache::put(self::key($this->workspace), ['operation' => $this->operation, 'done' => $done, 'of' => $of], self::KEPT_SECONDS);
        } catch (\PDOException $failure) {
            report($failure);
        }

        return false;
    }

    /** @return ?array{operation: string, done: int, of: int} files; null: nothing runs */
    public static function now(Workspace $workspace): ?array
    {
        return Cache::get(self::key($workspace));
    }

    /** Asks an operation to take back what it has written. One that has ended hears nothing, and no other does. */
    public static function stop(string $operation): void
    {
        Cache::put(self::stopKey($operation), true, self::KEPT_SECONDS);
    }

    public function end(): void
    {
        if ($this->toldAt === 0.0) {
            return;
        }
        try {
            Cache::forget(self::key($this->workspace));
            Cache::forget(self::stopKey($this->operation));
        } catch (\PDOException $failure) {
            report($failure);
        }
    }

    private static function key(Workspace $workspace): string
    {
        return "progress:{$workspace->id}";
    }

    private static function stopKey(string $operation): string
    {
        return "stop:{$operation}";
    }
}
