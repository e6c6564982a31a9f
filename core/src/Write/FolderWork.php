<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\Path;

/** The folders around an operation's files: made before them, brought to the disk, and taken away when they are empty. */
final readonly class FolderWork
{
    public function __construct(private FileSystem $files) {}

    /**
     * @param  list<string>  $folders  outermost first
     *
     * @throws UnableToWrite|InvalidPath
     */
    public function make(array $folders): void
    {
        foreach ($folders as $folder) {
            $this->files->makeFolder($folder);
            $this->files->syncFolder(Path::folderOf($folder));
        }
    }

    /**
     * Brings the folders' entries to the disk, and takes away those that are empty now. In this order: a folder that
     * comes back when the power fails must not bring back what was in it.
     *
     * @param  list<FileChange>  $changes
     * @param  list<string>  $leaving  outermost first
     *
     * @throws UnableToWrite|InvalidPath
     */
    public function finish(array $changes, array $leaving): void
    {
        $this->sync($changes);
        foreach (array_reverse($leaving) as $folder) {
            $this->files->removeEmptyFolder($folder);
        }
        $this->syncEach(array_map(Path::folderOf(...), $leaving));
    }

    /**
     * Brings the entries of the folders in which files change to the disk.
     *
     * @param  list<FileChange>  $changes
     *
     * @throws UnableToWrite|InvalidPath
     */
    public function sync(array $changes): void
    {
        $this->syncEach(array_map(static fn (FileChange $change): string => Path::folderOf($change->path), $changes));
    }

    /** @param list<string> $folders */
    private function syncEach(array $folders): void
    {
        foreach (array_unique($folders) as $folder) {
            if ($this->files->hasFolder($folder)) {
                $this->files->syncFolder($folder);
            }
        }
    }
}
