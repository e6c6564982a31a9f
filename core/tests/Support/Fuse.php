<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support;

use Hafenbuch\Core\Write\UnableToWrite;

/** Counts the steps of a run and ends it, or lets the file system refuse, at a chosen one. */
final class Fuse
{
    public int $steps = 0;

    public ?int $killAt = null;

    public ?int $refuseAt = null;

    /** Every step from here on is refused, as on a full disk. */
    public ?int $refuseFrom = null;

    /** @var ?\Closure(): void what another program does, once, at the given step */
    public ?\Closure $meanwhile = null;

    public ?int $meanwhileAt = null;

    public function step(string $path = ''): void
    {
        $this->steps++;
        if ($this->steps === $this->meanwhileAt && $this->meanwhile !== null) {
            ($this->meanwhile)();
        }
        if ($this->steps === $this->killAt) {
            throw new Killed("killed at step {$this->steps}");
        }
        if ($path !== '' && ($this->steps === $this->refuseAt || ($this->refuseFrom !== null && $this->steps >= $this->refuseFrom))) {
            throw UnableToWrite::file($path, 'no space left on device');
        }
    }

    public function repair(): void
    {
        $this->killAt = $this->refuseAt = $this->refuseFrom = null;
    }
}
