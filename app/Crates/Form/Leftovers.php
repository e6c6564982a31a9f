<?php

declare(strict_types=1);

namespace App\Crates\Form;

use Illuminate\Filesystem\Filesystem;

/** What lies there when a process died while it packed. Whoever packs holds what it writes, so that nobody takes it for that. */
final class Leftovers
{
    private const ENDING = '.unfinished';

    public static function next(string $path): string
    {
        return $path.'.'.bin2hex(random_bytes(6)).self::ENDING;
    }

    /** Of a crate that was to be made at a path; and of any in a folder where the path ends with a slash. */
    public static function clear(string $path): void
    {
        $files = new Filesystem;
        foreach (@scandir(str_ends_with($path, '/') ? $path : dirname($path)) ?: [] as $name) {
            $found = (str_ends_with($path, '/') ? $path : dirname($path).'/').$name;
            $isOne = str_ends_with($path, '/') ? str_ends_with($name, self::ENDING) : preg_match('~^'.preg_quote(basename($path), '~').'\.[0-9a-f]{12}\.unfinished$~D', $name) === 1;
            if (! $isOne || is_link($found)) {
                continue;
            }
            $handle = @fopen($found, 'r');
            if ($handle !== false && flock($handle, LOCK_EX | LOCK_NB)) {
                is_dir($found) ? $files->deleteDirectory($found) : @unlink($found);
            }
            $handle === false || fclose($handle);
        }
    }
}
