<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support;

use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Write\FileSystem;
use Hafenbuch\Core\Write\UnableToRead;
use Hafenbuch\Core\Write\UnableToWrite;

/** A file system in memory, on a fuse. Writing is two steps, so that a kill can leave half a file. */
final class MemoryFiles implements FileSystem
{
    /** Whether a file can have several (link(2)). */
    public bool $hasSecondNames = true;

    /** @var array<string, true> */
    public array $folders = ['' => true];

    /** @var array<string, \Throwable> by path: what asking for its content brings */
    public array $unreadable = [];

    /** Files with this ending cannot be taken away. */
    public ?string $keeps = null;

    /** @var array<string, int> by the paths of files that have, or had, several names: one number for each file */
    private array $inodes = [];

    private int $linked = 0;

    /** @param array<string, string> $files content by path */
    public function __construct(public array $files, private readonly Fuse $fuse)
    {
        foreach (array_keys($files) as $path) {
            for ($folder = Path::folderOf($path); $folder !== ''; $folder = Path::folderOf($folder)) {
                $this->folders[$folder] = true;
            }
        }
    }

    public function hash(string $path): ?string
    {
        if (isset($this->unreadable[$path])) {
            throw $this->unreadable[$path];
        }

        return isset($this->files[$path]) ? hash('sha256', $this->files[$path]) : null;
    }

    public function open(string $path)
    {
        return MemoryStore::stream($this->files[$path] ?? throw UnableToRead::file($path, 'it is not there'));
    }

    public function write(string $path, $content, ?string $like): void
    {
        $bytes = (string) stream_get_contents($content);
        $this->fuse->step($path);
        if (! isset($this->folders[Path::folderOf($path)])) {
            throw UnableToWrite::file($path, 'its folder is not there');
        }
        $this->files[$path] = substr($bytes, 0, intdiv(strlen($bytes), 2));
        $this->fuse->step($path);
        $this->files[$path] = $bytes;
        $this->fuse->step();
    }

    /** Another program writes into what has the name, without giving the name to another file. */
    public function writeInto(string $path, string $bytes): void
    {
        foreach (array_keys($this->files) as $name) {
            if ($this->areOne($path, (string) $name)) {
                $this->files[$name] = $bytes;
            }
        }
    }

    public function link(string $path, string $temporary): bool
    {
        $this->fuse->step($temporary);
        if (! $this->hasSecondNames || ! isset($this->files[$path])) {
            return false;
        }
        $this->files[$temporary] = $this->files[$path];
        $this->inodes[$temporary] = $this->inodes[$path] ??= ++$this->linked;
        $this->fuse->step();

        return true;
    }

    public function areOne(string $path, string $other): bool
    {
        return $path === $other || (isset($this->inodes[$path], $this->inodes[$other]) && $this->inodes[$path] === $this->inodes[$other]);
    }

    public function takeAttributes(array $likes): void {}

    public function sync(array $paths): void
    {
        foreach ($paths as $path) {
            $this->fuse->step($path);
        }
    }

    public function replace(string $temporary, string $path): void
    {
        $this->fuse->step($path);
        $this->name($path, $temporary);
        unset($this->files[$temporary], $this->inodes[$temporary]);
        $this->fuse->step();
    }

    public function place(string $temporary, string $path): void
    {
        $this->fuse->step($path);
        if (isset($this->files[$path])) {
            throw UnableToWrite::taken($path);
        }
        $this->name($path, $temporary);
        $this->fuse->step();
        unset($this->files[$temporary], $this->inodes[$temporary]);
        $this->fuse->step();
    }

    public function remove(string $path): void
    {
        if ($this->keeps !== null && isset($this->files[$path]) && str_ends_with($path, $this->keeps)) {
            throw UnableToWrite::file($path, 'the folder only takes new files');
        }
        $this->fuse->step();
        unset($this->files[$path], $this->inodes[$path]);
        $this->fuse->step();
    }

    public function hasFolder(string $folder): bool
    {
        return isset($this->folders[$folder]);
    }

    public function makeFolder(string $folder): void
    {
        $this->fuse->step($folder);
        $this->folders[$folder] = true;
        $this->fuse->step();
    }

    public function removeEmptyFolder(string $folder): void
    {
        $this->fuse->step();
        foreach ([...array_keys($this->files), ...array_keys($this->folders)] as $path) {
            if (str_starts_with((string) $path, $folder.'/')) {
                return;
            }
        }
        unset($this->folders[$folder]);
    }

    public function syncFolder(string $folder): void
    {
        $this->fuse->step($folder);
    }

    private function name(string $path, string $temporary): void
    {
        $this->files[$path] = $this->files[$temporary];
        unset($this->inodes[$path]);
        if (isset($this->inodes[$temporary])) {
            $this->inodes[$path] = $this->inodes[$temporary];
        }
    }
}
