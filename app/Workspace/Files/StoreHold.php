<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use Hafenbuch\Core\Write\UnableToWrite;

/** While somebody copies the content store, nobody frees anything in it; whoever frees does so while nobody copies. */
final class StoreHold
{
    /**
     * @template T
     *
     * @param  callable(): T  $work
     * @return T
     */
    public static function whileCopying(DiskContentStore $contents, callable $work): mixed
    {
        $file = self::file($contents);
        try {
            flock($file, LOCK_SH);

            return $work();
        } finally {
            fclose($file);
        }
    }

    /**
     * @template T
     *
     * @param  callable(): T  $work
     * @return ?T null where somebody is copying
     */
    public static function whileFreeing(DiskContentStore $contents, callable $work): mixed
    {
        $file = self::file($contents);
        try {
            return flock($file, LOCK_EX | LOCK_NB) ? $work() : null;
        } finally {
            fclose($file);
        }
    }

    /** @return resource */
    private static function file(DiskContentStore $contents)
    {
        $folder = dirname($contents->file(str_repeat('0', 64)), 3).'/locks';
        if (! is_dir($folder) && ! @mkdir($folder, 0o770, true) && ! is_dir($folder)) {
            throw UnableToWrite::content("the folder {$folder} cannot be made");
        }

        return @fopen("{$folder}/copying", 'cbe') ?: throw UnableToWrite::content("no lock can be made in {$folder}");
    }
}
