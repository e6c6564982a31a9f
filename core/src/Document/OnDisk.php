<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Document;

/**
 * What a look at one path of the file system found.
 * `withheld` says why the person may not write there, whatever the file system allows; `stat` is an opaque text that changes whenever the file may have changed.
 */
final readonly class OnDisk
{
    private function __construct(
        public OnDiskKind $kind,
        public ?string $hash,
        public string $stat,
        public bool $writable,
        public ?string $withheld = null,
    ) {}

    /** The same where the person may not write, and why, in a sentence with the way out. */
    public function withheld(string $why): self
    {
        return new self($this->kind, $this->hash, $this->stat, false, $why);
    }

    public static function nothing(bool $folderWritable = true): self
    {
        return new self(OnDiskKind::Nothing, null, '', $folderWritable);
    }

    public static function file(string $hash, string $stat, bool $writable = true): self
    {
        return new self(OnDiskKind::File, $hash, $stat, $writable);
    }

    public static function folder(): self
    {
        return new self(OnDiskKind::Folder, null, 'folder', false);
    }

    public static function unreadable(string $stat): self
    {
        return new self(OnDiskKind::Unreadable, null, $stat, false);
    }

    public static function outside(): self
    {
        return new self(OnDiskKind::Outside, null, 'outside', false);
    }
}
