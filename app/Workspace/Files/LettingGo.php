<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use Hafenbuch\Core\Place\MountTable;

/**
 * Keeps what has lost its name open until the person has their answer: the file system gives its room back when it is closed, and where the disk
 * is told of what comes free, that takes longer than writing as much. Lives as long as one request or job; a process that is killed closes all.
 */
final class LettingGo
{
    /** Files that are kept open at most; a process may have 1,024 by default, and waits for others (select(2)) by numbers below that. */
    public const MOST = 512;

    /** @var array<int, bool> by device: whether a file that is open there can lose its name like any other */
    private array $devices = [];

    /** @var list<resource> */
    private array $open = [];

    private readonly int $most;

    /**
     * @param  ?MountTable  $mounts  null: those of this machine, when they are asked for
     * @param  ?int  $allowed  files that this process may have open; null: as the system says
     */
    public function __construct(private ?MountTable $mounts = null, ?int $allowed = null)
    {
        $said = $allowed ?? (posix_getrlimit() ?: [])['soft openfiles'] ?? 'unlimited';
        // What else the process opens must find room.
        $this->most = is_int($said) ? min(self::MOST, intdiv($said, 2)) : self::MOST;
    }

    /**
     * Whether what is about to lose its name is to be opened before.
     *
     * @param  int  $device  that it is on
     * @param  string  $folder  that it is in, absolute and without links
     */
    public function isFor(int $device, string $folder): bool
    {
        return count($this->open) < $this->most && ($this->devices[$device] ??= ($this->mounts ??= Mounts::now())->holding($folder)?->letsOpenFilesGo() ?? false);
    }

    /** @param  resource  $file  that was open when it lost its name */
    public function later($file): void
    {
        // One that has another name gives nothing back.
        if ((fstat($file)['nlink'] ?? 1) === 0) {
            $this->open[] = $file;
        }
    }
}
