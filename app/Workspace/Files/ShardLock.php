<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use Hafenbuch\Core\Write\UnableToWrite;

/** Keeps a content from being freed in the moment in which someone else takes it for kept. Many may hold a shard for use, one to free from it. */
final class ShardLock
{
    /**
     * @template T
     *
     * @param  callable(): T  $work
     * @return T
     */
    public static function forUse(string $root, string $hash, callable $work): mixed
    {
        return self::hold($root, $hash, LOCK_SH, $work);
    }

    /**
     * @template T
     *
     * @param  callable(): T  $work
     * @return T
     */
    public static function forFreeing(string $root, string $hash, callable $work): mixed
    {
        return self::hold($root, $hash, LOCK_EX, $work);
    }

    private static function hold(string $root, string $hash, int $mode, callable $work): mixed
    {
        $folder = rtrim($root, '/').'/locks';
        if (! is_dir($folder) && ! @mkdir($folder, 0o770, true) && ! is_dir($folder)) {
            throw UnableToWrite::content("the folder {$folder} cannot be made");
        }
        $file = @fopen($folder.'/'.substr($hash, 0, 2), 'cbe') ?: throw UnableToWrite::content("no lock can be made in {$folder}");
        try {
            flock($file, $mode);

            return $work();
        } finally {
            fclose($file);
        }
    }
}
