<?php

declare(strict_types=1);

namespace App\Workspace\Index;

/** What the index knows of a file. A scan holds all of them at once, so each is one short string until it is asked. */
final readonly class KnownFile
{
    private const HASH_BYTES = 32;

    private const SEEN_BYTES = 4;

    /** @param string $hash of its content, SHA-256 */
    public function __construct(public string $hash, public int $seenAt, public bool $isGone, public string $stat) {}

    /** One whose content was read by an earlier edition of the readers: whatever it is, it must be looked into. */
    public static function unread(int $seenAt, bool $isGone): self
    {
        return new self(str_repeat('0', 2 * self::HASH_BYTES), $seenAt, $isGone, '');
    }

    public static function unpacked(string $packed): self
    {
        $seenAt = (int) ((array) unpack('V', $packed, self::HASH_BYTES))[1];

        return new self(bin2hex(substr($packed, 0, self::HASH_BYTES)), $seenAt, $packed[self::HASH_BYTES + self::SEEN_BYTES] === '1', substr($packed, self::HASH_BYTES + self::SEEN_BYTES + 1));
    }

    public function packed(): string
    {
        return hex2bin($this->hash).pack('V', $this->seenAt).($this->isGone ? '1' : '0').$this->stat;
    }
}
