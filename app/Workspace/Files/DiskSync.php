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
        exec('sync -f '.escapeshellarg($folder).' 2>/dev/null', result_code: $code);

        return $code === 0;
    }
}
