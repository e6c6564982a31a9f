<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

use Hafenbuch\Core\Path\InvalidPath;

/** The files of one workspace. Paths are workspace paths; each is checked against the root when it is used, and refused where its folder leads out. */
interface FileSystem
{
    /**
     * @return ?string the SHA-256 of the file's content, or null where there is no file
     *
     * @throws UnableToRead|InvalidPath
     */
    public function hash(string $path): ?string;

    /**
     * @return resource the file's content, open for reading
     *
     * @throws UnableToRead|InvalidPath
     */
    public function open(string $path);

    /**
     * Writes a new file; sync() brings it to the disk.
     *
     * @param  resource  $content
     * @param  ?string  $like  an existing file whose permissions the new one takes
     *
     * @throws UnableToWrite|InvalidPath
     */
    public function write(string $path, $content, ?string $like): void;

    /**
     * Gives a file a second name, which is free.
     *
     * @return bool false: that cannot be done here, and nothing has been
     *
     * @throws InvalidPath
     */
    public function link(string $path, string $temporary): bool;

    /** Whether two names are of one file; not where one of them cannot be looked at. */
    public function areOne(string $path, string $other): bool;

    /**
     * Gives new files what others carry beside their content (extended attributes), as far as the file system can.
     *
     * @param  array<string, string>  $likes  by the path of a new file: the existing one that it takes after
     */
    public function takeAttributes(array $likes): void;

    /**
     * Brings the contents of files to the disk (fsync).
     *
     * @param  list<string>  $paths
     *
     * @throws UnableToWrite|InvalidPath
     */
    public function sync(array $paths): void;

    /**
     * Puts a file in another's place, atomically.
     *
     * @throws UnableToWrite|InvalidPath
     */
    public function replace(string $temporary, string $path): void;

    /**
     * Gives a file a name that must be free, atomically.
     *
     * @throws UnableToWrite|InvalidPath
     */
    public function place(string $temporary, string $path): void;

    /**
     * Removes a file; one that is not there is no error.
     *
     * @throws UnableToWrite|InvalidPath
     */
    public function remove(string $path): void;

    public function hasFolder(string $folder): bool;

    /** @throws UnableToWrite|InvalidPath */
    public function makeFolder(string $folder): void;

    /** Removes a folder if it is there and empty. */
    public function removeEmptyFolder(string $folder): void;

    /**
     * Brings a folder's entries to the disk (fsync).
     *
     * @throws UnableToWrite|InvalidPath
     */
    public function syncFolder(string $folder): void;
}
