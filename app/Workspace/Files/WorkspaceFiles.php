<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use App\Models\Workspace;
use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Write\FileSystem;
use Hafenbuch\Core\Write\UnableToRead;
use Hafenbuch\Core\Write\UnableToWrite;

/** The files of one workspace's folder. Nothing here reaches a path outside of it, not through links either. */
final class WorkspaceFiles implements FileSystem
{
    /** Up to so many are brought to the disk one by one. */
    private const FEW = 8;

    private readonly string $root;

    private readonly Walls $walls;

    private readonly FileWriting $writing;

    private readonly SeenContents $seen;

    /** @var array<string, bool> whether a folder's real place is inside the root */
    private array $insideCache = [];

    private readonly WritableFolders $writable;

    /** @param  ?LettingGo  $lettingGo  where what loses its name is kept for later; null: it goes at once */
    public function __construct(string $root, ?LettingGo $lettingGo = null)
    {
        $this->root = rtrim($root, '/');
        $this->walls = new Walls($this->root);
        $this->seen = new SeenContents;
        $this->writable = new WritableFolders($this->root);
        $this->writing = new FileWriting($this->root, $this->walls, new Links($this->root, $this->walls), $lettingGo);
    }

    public static function of(Workspace $workspace, ?LettingGo $lettingGo = null): self
    {
        return new self($workspace->root, $lettingGo);
    }

    /** Whatever is known of a file from an earlier look saves reading it again, where its stat proves that it was left alone. */
    public function known(string $path, string $signature, int $seenAt, string $hash): void
    {
        $this->seen->known($path, $signature, $seenAt, $hash);
    }

    /** The folder, absolute. */
    public function root(): string
    {
        return $this->root;
    }

    /** @throws InvalidPath */
    public function absolute(string $path): string
    {
        $path = Path::of($path)->value;
        if (! $this->isInside(Path::folderOf($path))) {
            throw InvalidPath::outsideRoot($path);
        }

        return $this->root.'/'.$path;
    }

    /** A stat of what has the name; a link is a document of its own. */
    public function stat(string $path): ?FileStat
    {
        return $this->statOf($this->absolute($path));
    }

    /** Whether there is a file inside the root at a path. */
    public function has(string $path): bool
    {
        try {
            return $this->stat($path)?->isDocument() ?? false;
        } catch (InvalidPath) {
            return false;
        }
    }

    private function statOf(string $absolute): ?FileStat
    {
        clearstatcache(true, $absolute);
        $stat = @lstat($absolute);

        return $stat === false ? null : FileStat::of($stat);
    }

    public function isLink(string $path): bool
    {
        return is_link($this->absolute($path));
    }

    /**
     * Looks at a path without reading the file where its stat proves that the known content is still there.
     */
    public function look(string $path, string $knownStat = '', int $seenAt = 0, ?string $knownHash = null): OnDisk
    {
        try {
            $absolute = $this->absolute($path);
        } catch (InvalidPath) {
            return OnDisk::outside();
        }
        $stat = $this->statOf($absolute);
        if ($stat === null) {
            return OnDisk::nothing($this->writable->have(Path::folderOf($path)));
        }
        if ($knownHash !== null && $stat->isDocument() && $stat->proves($knownStat, $seenAt)) {
            return OnDisk::file($knownHash, $stat->signature, $this->isWritableAt($absolute, $path, $stat));
        }
        if ($stat->isFolder()) {
            return OnDisk::folder();
        }
        if (! $stat->isLink() && (! $stat->isFile() || ! is_readable($absolute))) {
            return OnDisk::unreadable($stat->signature);
        }
        try {
            return OnDisk::file($this->contentHash($path), $stat->signature, $this->isWritableAt($absolute, $path, $stat));
        } catch (UnableToRead) {
            return OnDisk::unreadable($stat->signature);
        }
    }

    /** Replacing a file by name needs its folder's permission; a link has none of its own. */
    public function isWritable(string $path, FileStat $stat): bool
    {
        return $this->isWritableAt($this->absolute($path), $path, $stat);
    }

    private function isWritableAt(string $absolute, string $path, FileStat $stat): bool
    {
        return ($stat->isLink() || ($stat->hasWriteBit() && is_writable($absolute))) && $this->writable->have(Path::folderOf($path));
    }

    public function hash(string $path): ?string
    {
        $stat = $this->stat($path);
        if ($stat === null) {
            return null;
        }
        if (! $stat->isDocument()) {
            throw UnableToRead::file($path, 'it is not a file');
        }

        return $this->contentHash($path);
    }

    /** @throws UnableToRead|InvalidPath */
    public function bytes(string $path): string
    {
        $file = $this->open($path);
        $bytes = @stream_get_contents($file);
        fclose($file);

        return $bytes !== false ? $bytes : throw UnableToRead::file($path, Trouble::last());
    }

    /**
     * The SHA-256 of what is known to be a file.
     *
     * @throws UnableToRead|InvalidPath
     */
    public function contentHash(string $path): string
    {
        return $this->seen->hash($path, $this->open($path));
    }

    /**
     * Opens a file that is inside the root; of a link what stands for it. A name can be given to another file, or turned into a link, between
     * any look and this; so what was opened is compared with what has the name in the folder in which the process stands.
     */
    public function open(string $path)
    {
        $path = Path::of($path)->value;
        [$file, $isNamed] = $this->walls->standingIn(Path::folderOf($path), function () use ($path): array {
            $link = Links::here($path);
            if ($link !== null) {
                return [Links::opened($link), null];
            }
            // Without waiting, as an opened pipe would have it.
            [$file, $isNamed] = $this->walls->open(Path::folderOf($path), Path::nameOf($path), 'rbn');

            return [$file ?: throw UnableToRead::file($path, Trouble::last()), $isNamed];
        });
        if ($isNamed === null) {
            return $file;
        }
        if ($isNamed && self::isOfFile($file)) {
            return Links::in($file) === null ? $file : throw UnableToRead::file($path, 'it begins as what stands for a link does');
        }
        fclose($file);

        throw UnableToRead::file($path, 'another file took its place while it was opened');
    }

    /**
     * The paths in a folder whose names begin alike.
     *
     * @param  string  $start  of a workspace path
     * @return list<string>
     */
    public function namesLike(string $start): array
    {
        $folder = Path::folderOf($start);
        $names = array_map(strval(...), array_keys($this->entries($folder) ?? []));
        $prefix = Path::fold(Path::nameOf($start));
        $paths = [];
        foreach ($names as $name) {
            if (mb_check_encoding($name, 'UTF-8') && str_starts_with(Path::fold($name), $prefix)) {
                $paths[] = ($folder === '' ? '' : $folder.'/').$name;
            }
        }

        return $paths;
    }

    public function write(string $path, $content, ?string $like): void
    {
        $this->writing->write($path, $content, $like);
    }

    public function link(string $path, string $temporary): bool
    {
        return $this->writing->link($path, $temporary);
    }

    public function areOne(string $path, string $other): bool
    {
        try {
            [$one, $two] = [$this->absolute($path), $this->absolute($other)];
        } catch (InvalidPath) {
            return false;
        }
        clearstatcache();
        $first = @lstat($one);

        // One name by two ways, through a link to its folder, is still its only one.
        return $first !== false && $first['nlink'] > 1 && Walls::isSame($first, @lstat($two));
    }

    public function replace(string $temporary, string $path): void
    {
        $this->writing->replace($temporary, $path);
    }

    public function place(string $temporary, string $path): void
    {
        $this->writing->place($temporary, $path);
    }

    public function remove(string $path): void
    {
        $this->writing->remove($path);
    }

    public function makeFolder(string $folder): void
    {
        $this->writing->makeFolder($folder);
        $this->insideCache = [];
    }

    public function removeEmptyFolder(string $folder): void
    {
        $this->writing->removeEmptyFolder($folder);
        $this->insideCache = [];
    }

    public function takeAttributes(array $likes): void
    {
        $absolute = [];
        foreach ($likes as $new => $old) {
            if ($this->isLink((string) $new) || $this->isLink($old)) {
                continue;
            }
            $absolute[$this->absolute((string) $new)] = $this->absolute($old);
        }
        ExtendedAttributes::copy($absolute);
    }

    public function sync(array $paths): void
    {
        if (count($paths) > self::FEW && DiskSync::whole($this->root)) {
            return;
        }
        foreach ($paths as $path) {
            // A link lies in its folder alone.
            if (! $this->isLink($path) && ! DiskSync::one($this->absolute($path))) {
                throw UnableToWrite::file($path, Trouble::last());
            }
        }
    }

    public function hasFolder(string $folder): bool
    {
        return $folder === '' || is_dir($this->absolute($folder));
    }

    /**
     * What is in a folder.
     *
     * @return ?array<array-key, FileStat> by name; null: the folder cannot be read
     */
    public function entries(string $folder): ?array
    {
        try {
            return $this->walls->standingIn($folder, static function (): ?array {
                $handle = @opendir(Walls::here(''));
                if ($handle === false) {
                    return null;
                }
                $entries = [];
                while (($name = readdir($handle)) !== false) {
                    $stat = $name === '.' || $name === '..' ? false : Walls::lstat($name);
                    if ($stat !== false) {
                        $entries[$name] = FileStat::of($stat);
                    }
                }
                closedir($handle);

                return $entries;
            });
        } catch (UnableToRead|InvalidPath) {
            return null;
        }
    }

    public function syncFolder(string $folder): void
    {
        $handle = @fopen($folder === '' ? $this->root : $this->absolute($folder), 'rb');
        if ($handle === false || ! @fsync($handle)) {
            throw UnableToWrite::file($folder === '' ? '.' : $folder, Trouble::last());
        }
        fclose($handle);
    }

    private function isInside(string $folder): bool
    {
        if ($folder === '') {
            return true;
        }

        return $this->insideCache[$folder] ??= $this->findInside($folder);
    }

    private function findInside(string $folder): bool
    {
        $absolute = $this->root.'/'.$folder;
        if (! file_exists($absolute) && ! is_link($absolute)) {
            return $this->isInside(Path::folderOf($folder));
        }
        // What an earlier request has found may be a link by now.
        clearstatcache(true, $absolute);
        $real = realpath($absolute);

        return $real !== false && $this->walls->contains($real) && $this->isInside(Path::folderOf($folder));
    }

    /** @param resource $file */
    private static function isOfFile($file): bool
    {
        $stat = fstat($file);

        return $stat !== false && FileStat::of($stat)->isFile();
    }
}
