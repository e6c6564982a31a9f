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

    /** @var array<string, bool> whether a folder's real place is inside the root */
    private array $insideCache = [];

    /** @var array<string, bool> as found within the last second, since many files of one folder are asked for at once */
    private array $writableFolders = [];

    private int $lookedAt = 0;

    public function __construct(string $root)
    {
        $this->root = rtrim($root, '/');
    }

    public static function of(Workspace $workspace): self
    {
        return new self($workspace->root);
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

    /** A stat of the file itself; of what it leads to, where it is a link that stays inside the root. */
    public function stat(string $path): ?FileStat
    {
        return $this->statOf($this->absolute($path));
    }

    /** Whether there is a file inside the root at a path. */
    public function has(string $path): bool
    {
        try {
            return $this->stat($path)?->isFile() ?? false;
        } catch (InvalidPath) {
            return false;
        }
    }

    private function statOf(string $absolute): ?FileStat
    {
        clearstatcache(true, $absolute);
        $stat = @lstat($absolute);
        if ($stat === false) {
            return null;
        }
        $found = FileStat::of($stat);
        if (! $found->isLink()) {
            return $found;
        }
        $real = realpath($absolute);
        $stat = $real !== false && $this->contains($real) ? @stat($real) : false;

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
            return is_link($absolute) ? OnDisk::outside() : OnDisk::nothing($this->isFolderWritable(Path::folderOf($path)));
        }
        if ($knownHash !== null && $stat->isFile() && $stat->proves($knownStat, $seenAt)) {
            return OnDisk::file($knownHash, $stat->signature, $this->isWritableAt($absolute, $path, $stat), is_link($absolute));
        }
        if ($stat->isFolder()) {
            return OnDisk::folder();
        }
        if (! $stat->isFile() || ! is_readable($absolute)) {
            return OnDisk::unreadable($stat->signature);
        }
        try {
            return OnDisk::file($this->contentHash($path), $stat->signature, $this->isWritableAt($absolute, $path, $stat), is_link($absolute));
        } catch (UnableToRead) {
            return OnDisk::unreadable($stat->signature);
        }
    }

    /** Replacing a file by name needs its folder's permission; a link would be replaced by a file, so it is read-only. */
    public function isWritable(string $path, FileStat $stat): bool
    {
        return $this->isWritableAt($this->absolute($path), $path, $stat);
    }

    private function isWritableAt(string $absolute, string $path, FileStat $stat): bool
    {
        return $stat->hasWriteBit() && is_writable($absolute) && ! is_link($absolute) && $this->isFolderWritable(Path::folderOf($path));
    }

    public function hash(string $path): ?string
    {
        $stat = $this->stat($path);
        if ($stat === null) {
            return null;
        }
        if (! $stat->isFile()) {
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

        return $bytes !== false ? $bytes : throw UnableToRead::file($path, self::lastError());
    }

    /**
     * The SHA-256 of what is known to be a file.
     *
     * @throws UnableToRead|InvalidPath
     */
    public function contentHash(string $path): string
    {
        $file = $this->open($path);
        $context = hash_init('sha256');
        $size = fstat($file)['size'] ?? 0;
        $isWhole = hash_update_stream($context, $file) >= $size;
        fclose($file);

        return $isWhole ? hash_final($context) : throw UnableToRead::file($path, self::lastError());
    }

    /**
     * Opens a file that is inside the root. A name can be given to another file, or turned into a link that leads out,
     * between any look and this; so what was opened is compared with what is found inside by its real place.
     */
    public function open(string $path)
    {
        $absolute = $this->absolute($path);
        $file = @fopen($absolute, 'rb') ?: throw UnableToRead::file($path, self::lastError());
        $opened = fstat($file);
        clearstatcache(true, $absolute);
        $named = @lstat($absolute);
        if ($opened !== false && $named !== false && $opened['ino'] === $named['ino'] && $opened['dev'] === $named['dev']) {
            return $file;
        }
        $real = realpath($absolute);
        clearstatcache(true, (string) $real);
        $inside = $real !== false && $this->contains($real) ? @lstat($real) : false;
        if ($opened !== false && $inside !== false && $opened['ino'] === $inside['ino'] && $opened['dev'] === $inside['dev']) {
            return $file;
        }
        fclose($file);

        throw UnableToRead::file($path, $real !== false && ! $this->contains($real) ? 'it is a link that leads out of the workspace' : 'another file took its place while it was opened');
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
        try {
            $names = @scandir($folder === '' ? $this->root : $this->absolute($folder)) ?: [];
        } catch (InvalidPath) {
            return [];
        }
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
        $absolute = $this->absolute($path);
        $file = @fopen($absolute, 'xb') ?: throw UnableToWrite::file($path, self::lastError());
        Trouble::forget();
        $expected = fstat($content)['size'] ?? null;
        $written = @stream_copy_to_stream($content, $file);
        $isWhole = $written !== false && ($expected === null || $written === $expected) && @fflush($file);
        $why = $isWhole ? '' : Trouble::writing($file);
        fclose($file);
        if (! $isWhole) {
            @unlink($absolute);

            throw UnableToWrite::file($path, $why);
        }
        $this->takePermissions($absolute, $like);
    }

    public function takeAttributes(array $likes): void
    {
        $absolute = [];
        foreach ($likes as $new => $old) {
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
            if (! DiskSync::one($this->absolute($path))) {
                throw UnableToWrite::file($path, self::lastError());
            }
        }
    }

    public function replace(string $temporary, string $path): void
    {
        if (! @rename($this->absolute($temporary), $this->absolute($path))) {
            throw UnableToWrite::file($path, self::lastError());
        }
    }

    public function place(string $temporary, string $path): void
    {
        // A hard link, unlike a rename, fails where a file has appeared meanwhile.
        if (@link($this->absolute($temporary), $this->absolute($path))) {
            @unlink($this->absolute($temporary));

            return;
        }
        $why = self::lastError();
        if (file_exists($this->absolute($path))) {
            throw UnableToWrite::taken($path);
        }
        if (! @rename($this->absolute($temporary), $this->absolute($path))) {
            throw UnableToWrite::file($path, $why);
        }
    }

    public function remove(string $path): void
    {
        $absolute = $this->absolute($path);
        if (! @unlink($absolute) && file_exists($absolute)) {
            throw UnableToWrite::file($path, self::lastError());
        }
    }

    public function hasFolder(string $folder): bool
    {
        return $folder === '' || is_dir($this->absolute($folder));
    }

    public function makeFolder(string $folder): void
    {
        $absolute = $this->absolute($folder);
        if (! @mkdir($absolute, 0o777) && ! is_dir($absolute)) {
            throw UnableToWrite::file($folder, self::lastError());
        }
        $this->insideCache = [];
    }

    public function removeEmptyFolder(string $folder): void
    {
        @rmdir($this->absolute($folder));
        $this->insideCache = [];
    }

    public function syncFolder(string $folder): void
    {
        $handle = @fopen($folder === '' ? $this->root : $this->absolute($folder), 'rb');
        if ($handle === false || ! @fsync($handle)) {
            throw UnableToWrite::file($folder === '' ? '.' : $folder, self::lastError());
        }
        fclose($handle);
    }

    private function isFolderWritable(string $folder): bool
    {
        $this->writableFolders = $this->lookedAt === time() ? $this->writableFolders : [];
        $this->lookedAt = time();

        return $this->writableFolders[$folder] ??= $this->findFolderWritable($folder);
    }

    /** The nearest folder that exists decides whether a new file can be made. */
    private function findFolderWritable(string $folder): bool
    {
        while ($folder !== '' && ! file_exists($this->root.'/'.$folder)) {
            $folder = Path::folderOf($folder);
        }
        $absolute = $folder === '' ? $this->root : $this->root.'/'.$folder;
        $mode = @fileperms($absolute);

        return $mode !== false && ($mode & 0o222) !== 0 && is_dir($absolute) && is_writable($absolute);
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

        return $real !== false && $this->contains($real) && $this->isInside(Path::folderOf($folder));
    }

    private function contains(string $real): bool
    {
        $root = (string) realpath($this->root);

        return $real === $root || str_starts_with($real, $root.'/');
    }

    private function takePermissions(string $absolute, ?string $like): void
    {
        $stat = $like === null ? false : @stat($this->absolute($like));
        if ($stat === false) {
            return;
        }
        @chmod($absolute, $stat['mode'] & 0o7777);
        if ($stat['uid'] !== @fileowner($absolute) || $stat['gid'] !== @filegroup($absolute)) {
            @chown($absolute, $stat['uid']);
            @chgrp($absolute, $stat['gid']);
        }
    }

    private static function lastError(): string
    {
        return Trouble::last();
    }
}
