<?php

declare(strict_types=1);

namespace App\Workspace\Files;

/**
 * Keeps what has lost its name open until the person has their answer: the file system gives its room back when it is closed, and where the disk
 * is told of what comes free, that takes longer than writing as much. Lives as long as one request or job; a process that is killed closes all.
 */
final class LettingGo
{
    /** Files that are kept open at most; a process may have 1,024 by default, and waits for others (select(2)) by numbers below that. */
    public const MOST = 768;

    /** @var list<resource> */
    private array $open = [];

    /** @param  resource  $file */
    public function later($file): void
    {
        // One that has another name gives nothing back; on a file server it can be a name that is made because it is open.
        if (count($this->open) < self::MOST && (fstat($file)['nlink'] ?? 1) === 0) {
            $this->open[] = $file;
        }
    }
}
