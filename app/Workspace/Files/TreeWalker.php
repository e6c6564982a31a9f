<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use Hafenbuch\Core\Path\Path;

/** Walks a workspace's folder. Links are found and not followed. */
final class TreeWalker
{
    /** @var array<string, string> what could not be read, or cannot be named in UTF-8, with the reason */
    public array $passedOver = [];

    /** @param list<string> $ignore patterns (fnmatch) of folder and file names that are left out */
    public function __construct(private readonly WorkspaceFiles $files, private readonly array $ignore) {}

    /**
     * @param  string  $from  the folder to begin in
     * @return \Generator<string, FileStat> by workspace path
     */
    public function walk(string $from = ''): \Generator
    {
        $folders = [$from];
        while ($folders !== []) {
            $folder = array_pop($folders);
            $entries = $this->files->entries($folder);
            if ($entries === null) {
                $this->passedOver[$folder === '' ? '.' : $folder] = 'The folder cannot be read.';

                continue;
            }
            foreach ($entries as $name => $stat) {
                $name = (string) $name;
                if (self::leavesOut($name, $this->ignore)) {
                    continue;
                }
                $path = $folder === '' ? $name : $folder.'/'.$name;
                if (! mb_check_encoding($name, 'UTF-8') || strlen($path) > Path::PATH_BYTES) {
                    $this->passedOver[mb_scrub($path)] = 'Its name is not valid UTF-8, or too long.';

                    continue;
                }
                if ($stat->isFolder()) {
                    $folders[] = $path;
                } elseif ($stat->isDocument()) {
                    yield $path => $stat;
                }
            }
        }
    }

    /**
     * Whether a path is left out, by its name or that of a folder above.
     *
     * @param  list<string>  $patterns
     */
    public static function leavesOut(string $path, array $patterns): bool
    {
        foreach (explode('/', $path) as $name) {
            foreach ($patterns as $pattern) {
                if (fnmatch($pattern, $name)) {
                    return true;
                }
            }
        }

        return false;
    }
}
