<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support;

use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Write\FileSystem;
use Hafenbuch\Core\Write\UnableToRead;
use Hafenbuch\Core\Write\UnableToWrite;

/**
 * A file system in memory that promises no more than POSIX does when the power fails: a content is there if the file was
 * synced, an entry if its folder was. Of what was not, any beginning of each folder's changes may have come through.
 */
final class VolatileFiles implements FileSystem
{
    /** Whether a file can have several (link(2)). */
    public bool $hasSecondNames = true;

    /** @var array<string, Inode> files and folders by path */
    private array $now = [];

    /** @var array<string, Inode> what is on the disk for sure */
    private array $onDisk = [];

    /** @var array<string, list<array<string, ?Inode>>> by folder: changes of its entries since it was synced, each atomic */
    private array $pending = [];

    /** @param array<string, string> $files content by path, all on the disk */
    public function __construct(array $files, private readonly Fuse $fuse)
    {
        foreach ($files as $path => $bytes) {
            $this->onDisk[$path] = new Inode($bytes, $bytes);
            for ($folder = Path::folderOf($path); $folder !== ''; $folder = Path::folderOf($folder)) {
                $this->onDisk[$folder] ??= new Inode(null, null);
            }
        }
        $this->now = $this->onDisk;
    }

    /** @param callable(int): int $upTo picks a number from 0 to the given one */
    public function losePower(callable $upTo): void
    {
        foreach ($this->pending as $changes) {
            foreach (array_slice($changes, 0, $upTo(count($changes))) as $change) {
                $this->apply($this->onDisk, $change);
            }
        }
        foreach ($this->onDisk as $path => $inode) {
            $bytes = $inode->bytes;
            if ($bytes !== null && $bytes !== $inode->synced) {
                $this->onDisk[$path] = new Inode($whatCame = [$inode->synced ?? '', substr($bytes, 0, intdiv(strlen($bytes), 2)), $bytes][$upTo(2)], $whatCame);
            }
            // What stands in a folder that did not come through is lost with it.
            for ($folder = Path::folderOf((string) $path); $folder !== ''; $folder = Path::folderOf($folder)) {
                if (! isset($this->onDisk[$folder])) {
                    unset($this->onDisk[$path]);
                }
            }
        }
        $this->now = $this->onDisk;
        $this->pending = [];
    }

    /** @return array<string, string> content by path */
    public function files(): array
    {
        $files = array_map(static fn (Inode $inode): ?string => $inode->bytes, $this->now);
        ksort($files);

        return array_filter($files, static fn (?string $bytes): bool => $bytes !== null);
    }

    /** @return list<string> */
    public function folders(): array
    {
        $folders = array_keys(array_filter($this->now, static fn (Inode $inode): bool => $inode->bytes === null));
        sort($folders);

        return $folders;
    }

    public function hash(string $path): ?string
    {
        $bytes = ($this->now[$path] ?? null)?->bytes;

        return $bytes === null ? null : hash('sha256', $bytes);
    }

    public function open(string $path)
    {
        return MemoryStore::stream(($this->now[$path] ?? null)->bytes ?? throw UnableToRead::file($path, 'it is not there'));
    }

    public function write(string $path, $content, ?string $like): void
    {
        $this->fuse->step($path);
        if (! $this->hasFolder(Path::folderOf($path))) {
            throw UnableToWrite::file($path, 'its folder is not there');
        }
        $this->change(Path::folderOf($path), [$path => new Inode((string) stream_get_contents($content), null)]);
        $this->fuse->step();
    }

    public function link(string $path, string $temporary): bool
    {
        $this->fuse->step($temporary);
        if (! $this->hasSecondNames || ! isset($this->now[$path])) {
            return false;
        }
        $this->change(Path::folderOf($temporary), [$temporary => $this->now[$path]]);

        return true;
    }

    public function areOne(string $path, string $other): bool
    {
        return isset($this->now[$path], $this->now[$other]) && $this->now[$path] === $this->now[$other];
    }

    public function takeAttributes(array $likes): void {}

    public function sync(array $paths): void
    {
        foreach ($paths as $path) {
            $this->fuse->step($path);
            $this->now[$path]->synced = $this->now[$path]->bytes;
        }
    }

    public function replace(string $temporary, string $path): void
    {
        $this->fuse->step($path);
        $this->change(Path::folderOf($path), [$path => $this->now[$temporary], $temporary => null]);
        $this->fuse->step();
    }

    public function place(string $temporary, string $path): void
    {
        $this->fuse->step($path);
        if (isset($this->now[$path])) {
            throw UnableToWrite::taken($path);
        }
        $this->change(Path::folderOf($path), [$path => $this->now[$temporary]]);
        $this->fuse->step();
        $this->change(Path::folderOf($path), [$temporary => null]);
    }

    public function remove(string $path): void
    {
        $this->fuse->step();
        if (isset($this->now[$path])) {
            $this->change(Path::folderOf($path), [$path => null]);
        }
    }

    public function hasFolder(string $folder): bool
    {
        return $folder === '' || isset($this->now[$folder]);
    }

    public function makeFolder(string $folder): void
    {
        $this->fuse->step($folder);
        if (! isset($this->now[$folder])) {
            $this->change(Path::folderOf($folder), [$folder => new Inode(null, null)]);
        }
    }

    public function removeEmptyFolder(string $folder): void
    {
        $this->fuse->step();
        foreach (array_keys($this->now) as $path) {
            if (str_starts_with((string) $path, $folder.'/')) {
                return;
            }
        }
        if (isset($this->now[$folder])) {
            $this->change(Path::folderOf($folder), [$folder => null]);
        }
    }

    public function syncFolder(string $folder): void
    {
        $this->fuse->step($folder);
        foreach ($this->pending[$folder] ?? [] as $change) {
            $this->apply($this->onDisk, $change);
        }
        unset($this->pending[$folder]);
    }

    /** @param array<string, ?Inode> $change */
    private function change(string $folder, array $change): void
    {
        $this->pending[$folder][] = $change;
        $this->apply($this->now, $change);
    }

    /**
     * @param  array<string, Inode>  $entries
     * @param  array<string, ?Inode>  $change
     */
    private function apply(array &$entries, array $change): void
    {
        foreach ($change as $path => $inode) {
            if ($inode === null) {
                unset($entries[$path]);
            } else {
                $entries[$path] = $inode;
            }
        }
    }
}
