<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

use Hafenbuch\Core\Path\InvalidPath;

/** Carries an operation's changes to the files, forward or back. Either can be begun again at any point. */
final readonly class FileWork
{
    /** Stands for the hash of a file whose content cannot be told. */
    public const UNREADABLE = 'unreadable';

    private FolderWork $folders;

    public function __construct(private FileSystem $files, private ContentStore $store)
    {
        $this->folders = new FolderWork($files);
    }

    /**
     * @param  bool  $isUntouched  whether every file was just seen with its content before
     *
     * @throws FileChanged where a file has neither its content before nor after
     * @throws UnableToWrite|UnableToRead|InvalidPath
     * @throws Stopped
     */
    public function forward(Operation $operation, ?Progress $progress = null, bool $isUntouched = false): void
    {
        $this->folders->make($operation->newFolders);
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
        // A file that only changes its name has its new one, on the disk too, before it loses the old one.
        [$naming, $others] = self::divided($operation->changes, static fn (FileChange $change): bool => $operation->sourceOf($change) !== null);
        array_map($turn, $naming);
        $this->folders->sync($naming);
        array_map($turn, $others);
        $this->folders->finish($operation->changes, $operation->oldFolders);
    }

    /**
     * Takes back as much as can be: where one file refuses, the others are taken back all the same.
     *
     * @throws FileFailure|InvalidPath the first that refused
     */
    public function back(Operation $operation): void
    {
        $refused = self::refusal(fn () => $this->folders->make($operation->oldFolders));
        $back = function (FileChange $change) use ($operation, &$refused): void {
            $failure = self::refusal(fn () => $this->takeBack($operation, $change));
            $refused ??= $failure;
        };
        // And the old one again, before it loses the new one.
        [$naming, $others] = self::divided(array_reverse($operation->changes), static fn (FileChange $change): bool => $operation->otherNameOf($change) !== null && $change->before !== null);
        array_map($back, $naming);
        $failure = self::refusal(fn () => $this->folders->sync($naming));
        $refused ??= $failure;
        array_map($back, $failure === null ? $others : array_filter($others, static fn (FileChange $change): bool => $operation->sourceOf($change) === null));
        $this->clearStaged($operation);
        $refused ??= self::refusal(fn () => $this->folders->finish($operation->changes, $operation->newFolders));
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
            // Only what the operation itself has written is taken back; a foreign content stays.
            if ($this->files->hash($change->path) !== $change->after || ! $this->isElsewhere($operation, $change)) {
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

    /** Whether what a change has written can go: of a file that was moved, only if it is at its old place again. */
    private function isElsewhere(Operation $operation, FileChange $change): bool
    {
        $source = $operation->sourceOf($change);

        return $source === null || $this->store->has((string) $change->after) || $this->files->hash($source) === $change->after;
    }

    /**
     * @param  list<FileChange>  $changes
     * @param  callable(FileChange): bool  $isFirst
     * @return array{list<FileChange>, list<FileChange>} those that come first, and the others
     */
    private static function divided(array $changes, callable $isFirst): array
    {
        return [array_values(array_filter($changes, $isFirst)), array_values(array_filter($changes, static fn (FileChange $change): bool => ! $isFirst($change)))];
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
}
