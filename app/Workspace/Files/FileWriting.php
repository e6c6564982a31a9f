<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Write\UnableToRead;
use Hafenbuch\Core\Write\UnableToWrite;

/** What changes in the files of one folder, each change by a name in the folder in which the process stands, so that none goes another way. */
final readonly class FileWriting
{
    public function __construct(private string $root, private Walls $walls, private Links $links, private ?LettingGo $lettingGo) {}

    /**
     * @param  resource  $content
     *
     * @throws UnableToWrite|InvalidPath
     */
    public function write(string $path, $content, ?string $like): void
    {
        $link = Links::in($content);
        if ($link !== null) {
            $this->writingIn(Path::folderOf($path), fn () => $this->links->make($path, $link));

            return;
        }
        $permissions = $like === null ? null : $this->permissionsOf($like);
        $this->writingIn(Path::folderOf($path), function () use ($path, $content, $permissions): void {
            $name = Walls::here(Path::nameOf($path));
            // Exclusive: what has the name already, a link above all, is not written to. It is made before it is opened, since opening goes by names once more.
            if (! @posix_mknod($name, POSIX_S_IFREG | 0o666)) {
                throw UnableToWrite::file($path, Trouble::words(posix_strerror(posix_get_last_error())));
            }
            [$file, $isNamed] = $this->walls->open(Path::folderOf($path), Path::nameOf($path), 'r+b');
            if ($file === false || ! $isNamed) {
                $why = $file === false ? Trouble::last() : 'its folder was swapped for another one meanwhile';
                @unlink($name);

                throw UnableToWrite::file($path, $why);
            }
            Trouble::forget();
            $expected = fstat($content)['size'] ?? null;
            $written = @stream_copy_to_stream($content, $file);
            $isWhole = $written !== false && ($expected === null || $written === $expected) && @fflush($file);
            $why = $isWhole ? '' : Trouble::writing($file);
            fclose($file);
            if (! $isWhole) {
                @unlink($name);

                throw UnableToWrite::file($path, $why);
            }
            $permissions?->giveTo($name);
        });
    }

    /**
     * A link(2) needs two folders, and the process stands in the one where a name is made. So what the other’s path has led to is compared with
     * the file that was seen standing there.
     *
     * @return bool false: the file system has no such thing, it is not allowed, or the file is none or another one
     *
     * @throws UnableToWrite|InvalidPath
     */
    public function link(string $path, string $temporary): bool
    {
        try {
            $source = $this->walls->standingIn(Path::folderOf($path), static fn (): array|false => Walls::lstat(Path::nameOf($path)));
        } catch (UnableToRead) {
            return false;
        }
        // A symbolic link is written for the folder that it lies in.
        if ($source === false || ! FileStat::of($source)->isFile()) {
            return false;
        }

        return $this->writingIn(Path::folderOf($temporary), function () use ($path, $temporary, $source): bool {
            $name = Walls::here(Path::nameOf($temporary));
            if (! @link("{$this->root}/{$path}", $name)) {
                return false;
            }
            $isIt = Walls::isSame($source, Walls::lstat(Path::nameOf($temporary)));
            if (! $isIt) {
                @unlink($name);
            }

            return $isIt;
        });
    }

    /** @throws UnableToWrite|InvalidPath */
    public function replace(string $temporary, string $path): void
    {
        $this->writingIn(self::sharedFolder($temporary, $path), function () use ($temporary, $path): void {
            $old = $this->held($path);
            if (! @rename(Walls::here(Path::nameOf($temporary)), Walls::here(Path::nameOf($path)))) {
                throw UnableToWrite::file($path, Trouble::last());
            }
            $old === null || $this->lettingGo?->later($old);
        });
    }

    /** @throws UnableToWrite|InvalidPath */
    public function place(string $temporary, string $path): void
    {
        $this->writingIn(self::sharedFolder($temporary, $path), static function () use ($temporary, $path): void {
            [$from, $to] = [Walls::here(Path::nameOf($temporary)), Walls::here(Path::nameOf($path))];
            // A hard link, unlike a rename, fails where a file has appeared meanwhile.
            if (@link($from, $to)) {
                @unlink($from);

                return;
            }
            $why = Trouble::last();
            if (Walls::lstat(Path::nameOf($path)) !== false) {
                throw UnableToWrite::taken($path);
            }
            if (! @rename($from, $to)) {
                throw UnableToWrite::file($path, $why);
            }
        });
    }

    /** @throws UnableToWrite|InvalidPath */
    public function remove(string $path): void
    {
        try {
            $this->walls->standingIn(Path::folderOf($path), function () use ($path): void {
                $old = $this->held($path);
                if (! @unlink(Walls::here(Path::nameOf($path))) && Walls::lstat(Path::nameOf($path)) !== false) {
                    throw UnableToWrite::file($path, Trouble::last());
                }
                $old === null || $this->lettingGo?->later($old);
            });
        } catch (UnableToRead) {
            // Without its folder it is away already.
        }
    }

    /** @throws UnableToWrite|InvalidPath */
    public function makeFolder(string $folder): void
    {
        $this->writingIn(Path::folderOf($folder), static function () use ($folder): void {
            $name = Walls::here(Path::nameOf($folder));
            if (! @mkdir($name, 0o777) && ! is_dir($name)) {
                throw UnableToWrite::file($folder, Trouble::last());
            }
        });
    }

    public function removeEmptyFolder(string $folder): void
    {
        try {
            $this->walls->standingIn(Path::folderOf($folder), static fn (): bool => @rmdir(Walls::here(Path::nameOf($folder))));
        } catch (UnableToRead) {
            // It went with the folder that it was in.
        }
    }

    /**
     * What has a name in the folder in which the process stands, open; null: it need not be.
     *
     * @return ?resource
     */
    private function held(string $path)
    {
        $stat = $this->lettingGo === null ? false : Walls::lstat(Path::nameOf($path));
        if ($stat === false || ! FileStat::of($stat)->isFile() || ! $this->lettingGo?->isFor($stat['dev'], (string) getcwd())) {
            return null;
        }

        return $this->walls->open(Path::folderOf($path), Path::nameOf($path), 'rbn')[0] ?: null;
    }

    private static function sharedFolder(string $temporary, string $path): string
    {
        $folder = Path::folderOf($path);

        return Path::folderOf($temporary) === $folder ? $folder : throw new \LogicException("{$temporary} does not lie beside {$path}.");
    }

    /**
     * @template T
     *
     * @param  callable(): T  $work
     * @return T
     *
     * @throws UnableToWrite also where there is no such folder
     */
    private function writingIn(string $folder, callable $work): mixed
    {
        try {
            return $this->walls->standingIn($folder, $work);
        } catch (UnableToRead $missing) {
            throw UnableToWrite::file($folder === '' ? '.' : $folder, $missing->why, $missing);
        }
    }

    private function permissionsOf(string $path): ?Permissions
    {
        try {
            return $this->walls->standingIn(Path::folderOf($path), static fn (): ?Permissions => Permissions::of(Walls::lstat(Path::nameOf($path))));
        } catch (UnableToRead) {
            return null;
        }
    }
}
