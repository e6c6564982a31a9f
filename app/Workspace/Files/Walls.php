<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Write\UnableToRead;

/** Keeps what is done inside one folder, whatever is swapped for what meanwhile: check and use are one step. */
final class Walls
{
    /** The folder in which the process stands, whatever its name is by now (proc(5)). */
    private const HERE = '/proc/self/cwd/';

    private ?string $realRoot = null;

    public function __construct(private readonly string $root) {}

    /** Whether a real path lies inside. */
    public function contains(string $real): bool
    {
        return $real === $this->realRoot() || str_starts_with($real, $this->realRoot().'/');
    }

    private function realRoot(): string
    {
        return $this->realRoot ??= (string) realpath($this->root);
    }

    /**
     * Does something with names that stand in a folder. What the folder’s path leads to can be another one a moment later; where a process
     * stands cannot. So the path is gone once, and where that has led is what counts.
     *
     * @template T
     *
     * @param  callable(): T  $work
     * @return T
     *
     * @throws InvalidPath where the folder lies outside of the root
     * @throws UnableToRead where there is none
     */
    public function standingIn(string $folder, callable $work): mixed
    {
        $before = getcwd() ?: '/';
        if (! @chdir($folder === '' ? $this->root : $this->root.'/'.Path::of($folder)->value)) {
            throw UnableToRead::file($folder === '' ? '.' : $folder, Trouble::last());
        }
        try {
            $where = getcwd();
            if ($where === false || ! $this->contains($where)) {
                throw InvalidPath::outsideRoot($folder);
            }

            return $work();
        } finally {
            chdir($before);
        }
    }

    /** A name in the folder in which the process stands, for calls that pass names on to the kernel as they are. */
    public static function here(string $name): string
    {
        return self::HERE.$name;
    }

    /**
     * Opens what has a name in the folder in which the process stands. PHP goes by names from the root, by links that it remembers too; so what
     * it has opened is compared with what has the name here.
     *
     * @param  string  $folder  in which the process stands
     * @return array{resource|false, bool} what was opened, and whether it has the name here
     */
    public function open(string $folder, string $name, string $mode): array
    {
        $absolute = $this->root.'/'.($folder === '' ? '' : $folder.'/').$name;
        $file = @fopen($absolute, $mode);
        if ($file !== false && self::isSame(fstat($file), self::lstat($name))) {
            return [$file, true];
        }
        // What it remembers may be of a former folder.
        clearstatcache(true);
        $again = @fopen($absolute, $mode);

        return [$again, $again !== false && self::isSame(fstat($again), self::lstat($name))];
    }

    /** @return array<array-key, int>|false of what has a name in the folder in which the process stands, also where that is a link */
    public static function lstat(string $name): array|false
    {
        clearstatcache();

        return @lstat(self::here($name));
    }

    /**
     * @param  array<array-key, int>|false  $one
     * @param  array<array-key, int>|false  $other
     */
    public static function isSame(array|false $one, array|false $other): bool
    {
        return $one !== false && $other !== false && $one['ino'] === $other['ino'] && $one['dev'] === $other['dev'];
    }
}
