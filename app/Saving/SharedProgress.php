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

    public function __construct(private readonly Workspace $workspace) {}

    public function step(int $done, int $of): void
    {
        $now = microtime(true);
        if ($now - $this->toldAt < self::EVERY_SECONDS) {
            return;
        }
        $this->toldAt = $now;
        if (Cache::get($this->key('stop')) !== null) {
            throw Stopped::at($done, $of);
        }
        Cache::put($this->key('progress'), ['done' => $done, 'of' => $of], self::KEPT_SECONDS);
    }

    /** @return ?array{done: int, of: int} files; null: nothing runs */
    public function now(): ?array
    {
        return Cache::get($this->key('progress'));
    }

    /** Asks the running operation to take back what it has written. */
    public function stop(): void
    {
        if ($this->now() !== null) {
            Cache::put($this->key('stop'), true, self::KEPT_SECONDS);
        }
    }

    public function end(): void
    {
        if ($this->toldAt > 0) {
            Cache::forget($this->key('progress'));
            Cache::forget($this->key('stop'));
        }
    }

    private function key(string $what): string
    {
        return "{$what}:{$this->workspace->id}";
    }
}
