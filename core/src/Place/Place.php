<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Place;

/** A folder in which something is about to be written, with all that speaks against it. */
final readonly class Place
{
    /**
     * @param  string  $folder  absolute, without links
     * @param  ?int  $room  bytes that are free; null: nobody knows
     * @param  bool  $isWritable  whether the server may write there
     * @param  bool  $isWorldWritable  whether anyone on the machine may, and may take away what others wrote
     * @param  array<string, string>  $workspaces  folder by name, of the others
     */
    public function __construct(public string $folder, public ?Mount $mount, public ?int $room, public bool $isWritable, public bool $isWorldWritable, public array $workspaces) {}

    /**
     * @param  int  $bytes  that are about to be written
     * @param  int  $longestName  bytes of the longest name among them
     * @return list<PlaceTrouble> what stops it first
     */
    public function troubles(int $bytes = 0, int $longestName = 0): array
    {
        $troubles = [];
        if (! $this->isWritable || $this->mount?->isReadOnly === true) {
            $troubles[] = new PlaceTrouble("{$this->folder} is read-only.", 'Choose another folder, or let the server write there.', true);
        }
        if ($this->room !== null && $bytes > $this->room) {
            $troubles[] = new PlaceTrouble('There is room for '.self::size($this->room).', and '.self::size($bytes).' are about to be written.', 'Make room, leave something out, or choose another disk.', true);
        }
        if ($this->mount !== null && $longestName > $this->mount->longestName()) {
            $troubles[] = new PlaceTrouble("A name has {$longestName} bytes, and this file system ({$this->mount->type}) takes {$this->mount->longestName()}.", 'Choose another folder, or shorten the name.', true);
        }
        foreach ($this->workspaces as $name => $root) {
            if ($root === $this->folder || str_starts_with($this->folder.'/', $root.'/')) {
                $troubles[] = new PlaceTrouble("{$this->folder} lies in the workspace “{$name}”, whose scans will find what is written there.", 'Choose a folder beside it.');
            } elseif (str_starts_with($root.'/', $this->folder.'/')) {
                $troubles[] = new PlaceTrouble("{$this->folder} holds the workspace “{$name}”.", 'Choose a folder that has no workspace in it.');
            }
        }

        return [...$troubles, ...$this->ofTheFileSystem()];
    }

    /** @return list<PlaceTrouble> */
    private function ofTheFileSystem(): array
    {
        return array_values(array_filter([
            $this->mount?->isTemporary() ? new PlaceTrouble("{$this->folder} is kept in memory only ({$this->mount->type}); a restart takes it away.", 'Choose a folder on a disk.') : null,
            $this->mount?->isNetwork() ? new PlaceTrouble("{$this->folder} lies on another machine ({$this->mount->type}); when the network breaks, what was written can be half there.", 'Work on a disk of this server, and copy afterwards.') : null,
            $this->mount?->isRemovable() ? new PlaceTrouble("{$this->folder} lies on what can be pulled out ({$this->mount->type}).", 'Work on a disk of this server, and copy afterwards.') : null,
            $this->isWorldWritable ? new PlaceTrouble("Anyone on this server can write in {$this->folder}.", 'Take that right away (chmod o-w), or choose another folder.') : null,
        ]));
    }

    private static function size(int $bytes): string
    {
        return $bytes < 1_000_000 ? number_format($bytes).' bytes' : number_format($bytes / 1_000_000, 1).' MB';
    }
}
