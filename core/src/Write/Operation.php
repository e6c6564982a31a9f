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

    /** The name under which a change's new content waits in the target's folder. */
    public function temporaryPath(FileChange $change): string
    {
        $folder = strrpos($change->path, '/') === false ? '' : substr($change->path, 0, (int) strrpos($change->path, '/') + 1);

        return $folder.'.hafenbuch-'.$this->id.'-'.$this->numbers[$change->path].'.tmp';
    }
}
