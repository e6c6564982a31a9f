<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\Path;

/** Carries an operation's changes to the files, forward or back. Either can be begun again at any point. */
final readonly class FileWork
{
    /** Stands for the hash of a file whose content cannot be told. */
    public const UNREADABLE = 'unreadable';

    public function __construct(private FileSystem $files, private ContentStore $store) {}

    /**
     * @param  bool  $isUntouched  whether every file was just seen with its content before
     *
     * @throws FileChanged where a file has neither its content before nor after
     * @throws UnableToWrite|UnableToRead|InvalidPath
     * @throws Stopped
     */
    public function forward(Operation $operation, ?Progress $progress = null, bool $isUntouched = false): void
    {
        $this->makeFolders($operation->newFolders);
        // All new contents are on the disk before the first file is touched, so that a full disk is found in time.
        $staged = $likes = $contents = [];
        $all = count($operation->changes);
        foreach ($operation->changes as $done => $change) {
            $progress?->step(intdiv($done, 2), $all);
            if ($change->after !== null && ($isUntouched ? $change->before : $this->files->hash($change->path)) !== $change->after) {
                $staged[] = $temporary = $operation->temporaryPath($change);
                if ($this->stage($operation, $change, $change->before, $change->after, $operation->sourceOf($change))) {
                    $contents[] = $change->after;
                    $likes[$temporary] = $change->before === null ? $change->like : $change->path;
                }
            }
        }
        $this->files->takeAttributes(array_filter($likes));
        $this->files->sync($staged);
        $this->store->confirm($contents);
        $done = 0;
        $turn = function (FileChange $change) use ($operation, $progress, $all, &$done): void {
            $progress?->step(intdiv($all + $done++, 2), $all);
            $this->turn($operation, $change, $change->before, $change->after);
        };
        $this->namesFirst($operation->changes, static fn (FileChange $change): bool => $operation->sourceOf($change) !== null, $turn);
        $this->finishFolders($operation, $operation->oldFolders);
    }

    /**
     * Takes back as much as can be: where one file refuses, the others are taken back all the same.
     *
     * @throws FileFailure|InvalidPath the first that refused
     */
    public function back(Operation $operation): void
    {
        $refused = self::refusal(fn () => $this->makeFolders($operation->oldFolders));
        $back = function (FileChange $change) use ($operation, &$refused): void {
            $failure = self::refusal(fn () => $this->takeBack($operation, $change));
            $refused ??= $failure;
        };
        $this->namesFirst(array_reverse($operation->changes), static fn (FileChange $change): bool => $change->before !== null && $operation->otherNameOf($change) !== null, $back);
        $this->clearStaged($operation);
        $refused ??= self::refusal(fn () => $this->finishFolders($operation, $operation->newFolders));
        if ($refused !== null) {
            throw $refused;
        }
    }

    /** Whether a file that only changes its name has its old one and its new one now. */
    public function hasBothNames(Operation $operation, FileChange $change): bool
    {
        $other = $operation->otherNameOf($change);

        return $other !== null && $this->files->areOne($change->path, $other);
    }

    /** Takes away what was written beside the files and is not needed any more, and second names: else what is written into one file would be in another too. */
    public function clearStaged(Operation $operation): void
    {
        foreach ($operation->changes as $change) {
            if ($operation->sourceOf($change) !== null && $this->hasBothNames($operation, $change)) {
                self::refusal(fn () => $this->files->remove($change->path));
            }
            // One that cannot be taken away harms nobody, and no scan sees it.
            self::refusal(fn () => $this->files->remove($operation->temporaryPath($change)));
        }
    }

    /** @param callable(): void $work */
    private static function refusal(callable $work): FileFailure|InvalidPath|null
    {
        try {
            $work();
        } catch (FileFailure|InvalidPath $failure) {
            return $failure;
        }

        return null;
    }

    private function takeBack(Operation $operation, FileChange $change): void
    {
        if (! $this->hasBothNames($operation, $change)) {
            // Only what the operation itself has written is taken back; a foreign content stays, and so does a file that has no other place.
            $source = $operation->sourceOf($change);
            if ($this->files->hash($change->path) !== $change->after || ($source !== null && ! $this->store->has((string) $change->after) && $this->files->hash($source) !== $change->after)) {
                return;
            }
            if ($change->before !== null) {
                $this->stageBack($operation, $change, $change->before);
            }
        }
        $this->turn($operation, $change, $change->after, $change->before);
    }

    private function stageBack(Operation $operation, FileChange $change, string $before): void
    {
        $other = $operation->otherNameOf($change);
        // What another program has written into it under its new name stays there.
        $isAsBefore = $other !== null && $this->files->hash($other) === $before;
        if ($this->stage($operation, $change, $change->after, $before, $isAsBefore ? $other : null)) {
            $temporary = $operation->temporaryPath($change);
            $this->files->takeAttributes(array_filter([$temporary => $change->after === null ? $change->like : $change->path]));
            $this->files->sync([$temporary]);
        }
    }

    /**
     * A file that only changes its name has its new one, on the disk too, before it loses the old one.
     *
     * @param  list<FileChange>  $changes
     * @param  callable(FileChange): bool  $givesName
     * @param  callable(FileChange): void  $turn
     */
    private function namesFirst(array $changes, callable $givesName, callable $turn): void
    {
        $naming = array_values(array_filter($changes, $givesName));
        array_map($turn, $naming);
        $this->syncFolders(self::foldersOf($naming));
        array_map($turn, array_values(array_filter($changes, static fn (FileChange $change): bool => ! $givesName($change))));
    }

    /**
     * Has a file's new content wait beside it.
     *
     * @param  ?string  $other  where the same file has, or had, its other name
     * @return bool whether it is written; false: the file itself waits, so that its times stay, and whoever still writes into it is not cut off
     */
    private function stage(Operation $operation, FileChange $change, ?string $from, string $to, ?string $other): bool
    {
        $temporary = $operation->temporaryPath($change);
        $this->files->remove($temporary);
        if ($other !== null && $this->files->link($other, $temporary)) {
            return false;
        }
        $isThere = $other === null || $this->store->has($to);
        $this->files->write($temporary, $isThere ? $this->store->open($to) : $this->files->open($other), $from === null ? $change->like : $change->path);
        if (! $isThere && $this->files->hash($temporary) !== $to) {
            throw FileChanged::at($other);
        }

        return true;
    }

    private function turn(Operation $operation, FileChange $change, ?string $from, ?string $to): void
    {
        if ($this->hasBothNames($operation, $change)) {
            // Whatever another program has written into it meanwhile is not lost with one of its names.
            $this->files->remove($to === null ? $change->path : $operation->temporaryPath($change));

            return;
        }
        $now = $this->files->hash($change->path);
        if ($now === $to) {
            self::refusal(fn () => $this->files->remove($operation->temporaryPath($change)));

            return;
        }
        $this->expect($change, $from, $now);
        match (true) {
            $to === null => $this->files->remove($change->path),
            $from === null => $this->files->place($operation->temporaryPath($change), $change->path),
            default => $this->files->replace($operation->temporaryPath($change), $change->path),
        };
    }

    private function expect(FileChange $change, ?string $expected, ?string $found): void
    {
        if ($found !== $expected) {
            throw FileChanged::at($change->path);
        }
    }

    /** @param list<string> $folders outermost first */
    private function makeFolders(array $folders): void
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
     * @param  list<string>  $leaving  outermost first
     */
    private function finishFolders(Operation $operation, array $leaving): void
    {
        $this->syncFolders(self::foldersOf($operation->changes));
        foreach (array_reverse($leaving) as $folder) {
            $this->files->removeEmptyFolder($folder);
        }
        $this->syncFolders(array_map(Path::folderOf(...), $leaving));
    }

    /**
     * @param  list<FileChange>  $changes
     * @return list<string>
     */
    private static function foldersOf(array $changes): array
    {
        return array_map(static fn (FileChange $change): string => Path::folderOf($change->path), $changes);
    }

    /** @param list<string> $folders */
    private function syncFolders(array $folders): void
    {
        foreach (array_unique($folders) as $folder) {
            if ($this->files->hasFolder($folder)) {
                $this->files->syncFolder($folder);
            }
        }
    }
}
