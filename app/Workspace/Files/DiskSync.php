<?php

declare(strict_types=1);

namespace App\Workspace\Files;

/** Brings what was written to the disk. */
final class DiskSync
{
    public static function one(string $path): bool
    {
        $handle = @fopen($path, 'rb');
        if ($handle === false) {
            return false;
        }
        $isSynced = @fsync($handle);
        fclose($handle);

        return $isSynced;
    }

    /** Of many files the whole file system at once (syncfs, by coreutils’ sync) is quicker. False: that cannot be done here. */
    public static function whole(string $folder): bool
    {
        // Without a shell, whose quoting takes away what the server's locale has no letters for.
        $process = @proc_open(['sync', '-f', $folder], [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']], $pipes);

        return is_resource($process) && proc_close($process) === 0;
    }
}
