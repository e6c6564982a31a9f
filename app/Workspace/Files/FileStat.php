<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use Hafenbuch\Core\Format\Link\LinkContent;

/** What the file system says of a file without opening it. `writtenAt` is in seconds since 1970. */
final readonly class FileStat
{
    private const ANY_WRITE_BIT = 0o222;

    private function __construct(
        public int $size,
        public int $mode,
        public string $signature,
        private int $changedAt,
        public int $writtenAt,
    ) {}

    /** @param array<array-key, int> $stat as lstat() gives it */
    public static function of(array $stat): self
    {
        $isLink = ($stat['mode'] & 0o170000) === 0o120000;

        return new self(
            // Of a link as many bytes as the content that stands for it has.
            $stat['size'] + ($isLink ? strlen(LinkContent::MARK) : 0),
            $stat['mode'],
            "{$stat['size']}:{$stat['mtime']}:{$stat['ctime']}:{$stat['ino']}",
            $stat['ctime'],
            $stat['mtime'],
        );
    }

    /**
     * Whether a file with this stat still has the content that it had when it was last seen with that one.
     * Times are whole seconds: one changed in the second of that look may have changed again after it.
     */
    public function proves(string $knownSignature, int $seenAt): bool
    {
        return $this->signature === $knownSignature && self::wasCalm($this->writtenAt, $this->changedAt, $seenAt);
    }

    /** Whether a file was left alone when it was seen. */
    public static function wasCalm(int $writtenAt, int $changedAt, int $seenAt): bool
    {
        return $writtenAt < $seenAt - 1 && $changedAt < $seenAt - 1;
    }

    /** A file without any write bit is read-only for everyone, the superuser too. */
    public function hasWriteBit(): bool
    {
        return ($this->mode & self::ANY_WRITE_BIT) !== 0;
    }

    public function isFile(): bool
    {
        return ($this->mode & 0o170000) === 0o100000;
    }

    /** Whether it can be a document: a file, or a link. */
    public function isDocument(): bool
    {
        return $this->isFile() || $this->isLink();
    }

    public function isFolder(): bool
    {
        return ($this->mode & 0o170000) === 0o040000;
    }

    public function isLink(): bool
    {
        return ($this->mode & 0o170000) === 0o120000;
    }
}
