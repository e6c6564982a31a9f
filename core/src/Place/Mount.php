<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Place;

/** A file system that is mounted somewhere. */
final readonly class Mount
{
    /** What is kept on another machine. */
    private const NETWORK = ['nfs', 'nfs4', 'cifs', 'smb3', 'smbfs', 'afs', '9p', 'ceph', 'glusterfs', 'lustre', 'ncpfs', 'fuse.sshfs', 'fuse.rclone', 'fuse.davfs', 'davfs', 'fuse.glusterfs', 'fuse.s3fs', 'fuse.gcsfuse'];

    /** Where a file that is open loses its name like any other; elsewhere that is refused, or the file gets another name until it is closed. */
    private const LETTING_OPEN_GO = ['ext2', 'ext3', 'ext4', 'xfs', 'btrfs', 'bcachefs', 'f2fs', 'zfs', 'jfs', 'tmpfs', 'overlay'];

    /** What is gone when the machine is started again. */
    private const TEMPORARY = ['tmpfs', 'ramfs', 'devtmpfs'];

    /** What cards, sticks and discs are formatted with. */
    private const REMOVABLE = ['vfat', 'msdos', 'exfat', 'ntfs', 'ntfs3', 'fuseblk', 'iso9660', 'udf', 'hfsplus'];

    private const REMOVABLE_PLACES = ['/media/', '/run/media/', '/Volumes/'];

    /** Longest name in bytes, where it is not the usual one. */
    private const SHORT_NAMES = ['ecryptfs' => 143, 'msdos' => 12, 'iso9660' => 128, 'minix' => 30];

    private const NAME_BYTES = 255;

    /**
     * @param  string  $point  where it is mounted
     * @param  string  $type  as the kernel calls it
     */
    public function __construct(public string $point, public string $type, public bool $isReadOnly) {}

    public function isNetwork(): bool
    {
        return in_array($this->type, self::NETWORK, true);
    }

    public function letsOpenFilesGo(): bool
    {
        return in_array($this->type, self::LETTING_OPEN_GO, true);
    }

    public function isTemporary(): bool
    {
        return in_array($this->type, self::TEMPORARY, true);
    }

    public function isRemovable(): bool
    {
        return in_array($this->type, self::REMOVABLE, true) || array_filter(self::REMOVABLE_PLACES, fn (string $place): bool => str_starts_with($this->point.'/', $place)) !== [];
    }

    public function longestName(): int
    {
        return self::SHORT_NAMES[$this->type] ?? self::NAME_BYTES;
    }
}
