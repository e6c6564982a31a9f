<?php

declare(strict_types=1);

namespace App\Support;

use Hafenbuch\Core\Write\Progress;
use Hafenbuch\Core\Write\Stopped;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Support\Facades\Cache;

/** How far what runs in a workspace, or for a person, has come: for every server to see and to stop. */
final class SharedProgress implements Progress
{
    private const EVERY_SECONDS = 0.25;

    private const KEPT_SECONDS = 600;

    private float $toldAt = 0.0;

    /**
     * @param  string  $scope  as `inWorkspace` and `ofPerson` write it
     * @param  string  $operation  its id
     * @param  ?string  $store  the cache; null: the usual one, which shares the connection of whatever transaction is under way
     */
    public function __construct(private readonly string $scope, private readonly string $operation, private readonly ?string $store = null) {}

    public static function inWorkspace(int $id): string
    {
        return (string) $id;
    }

    public static function ofPerson(int $id): string
    {
        return "person-{$id}";
    }

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
            if ($this->cache()->get(self::stopKey($this->operation)) !== null) {
                return true;
            }
            $this->cache()->put(self::key($this->scope), ['operation' => $this->operation, 'done' => $done, 'of' => $of], self::KEPT_SECONDS);
        } catch (\PDOException $failure) {
            report($failure);
        }

        return false;
    }

    /** @return ?array{operation: string, done: int, of: int} null: nothing runs */
    public static function now(string $scope): ?array
    {
        return Cache::get(self::key($scope));
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
            $this->cache()->forget(self::key($this->scope));
            $this->cache()->forget(self::stopKey($this->operation));
        } catch (\PDOException $failure) {
            report($failure);
        }
    }

    private function cache(): Repository
    {
        return Cache::store($this->store);
    }

    private static function key(string $scope): string
    {
        return "progress:{$scope}";
    }

    private static function stopKey(string $operation): string
    {
        return "stop:{$operation}";
    }
}
