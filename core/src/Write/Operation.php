<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

/** Files that change together, all or none. */
final readonly class Operation
{
    /** @var array<string, int> by path: the number of its change */
    private array $numbers;

    /**
     * @param  string  $id  unique for ever; part of the names of temporary files
     * @param  list<FileChange>  $changes  one for each path, in the order of writing
     * @param  list<string>  $newFolders  folders that it makes, outermost first; taking it back removes them if they are empty
     * @param  list<string>  $oldFolders  folders that it removes if they are empty afterwards, outermost first
     */
    public function __construct(
        public string $id,
        public array $changes,
        public array $newFolders = [],
        public array $oldFolders = [],
    ) {
        $this->numbers = array_flip(array_map(static fn (FileChange $change): string => $change->path, $changes));
        if (count($this->numbers) !== count($changes)) {
            throw new \LogicException('An operation changes each file once.');
        }
    }

    /** @param list<string> $newFolders */
    public function making(array $newFolders): self
    {
        return new self($this->id, $this->changes, $newFolders, $this->oldFolders);
    }

    /**
     * The path of the file that a change only gives another name: one that leaves its path with the content that the change is to have.
     *
     * @return ?string null: there is none
     */
    public function sourceOf(FileChange $change): ?string
    {
        $source = $change->before === null ? $this->changeAt($change->like) : null;

        return $source !== null && $source->after === null && $source->before === $change->after ? $source->path : null;
    }

    /** @return ?string the other path of a file that only changes its name; null: it is none, or a change of its content */
    public function otherNameOf(FileChange $change): ?string
    {
        $target = $change->after === null ? $this->changeAt($change->like) : null;

        return $target !== null && $this->sourceOf($target) === $change->path ? $target->path : $this->sourceOf($change);
    }

    private function changeAt(?string $path): ?FileChange
    {
        return $path === null ? null : $this->changes[$this->numbers[$path] ?? -1] ?? null;
    }

    /** The name under which a change's new content waits in the target's folder. */
    public function temporaryPath(FileChange $change): string
    {
        $folder = strrpos($change->path, '/') === false ? '' : substr($change->path, 0, (int) strrpos($change->path, '/') + 1);

        return $folder.'.hafenbuch-'.$this->id.'-'.$this->numbers[$change->path].'.tmp';
    }
}
