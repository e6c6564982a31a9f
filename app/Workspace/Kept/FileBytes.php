<?php

declare(strict_types=1);

namespace App\Workspace\Kept;

use Hafenbuch\Core\Reference\Bytes;

/** A part of an open file that nobody writes to any more. It is read when it is asked for: a little by itself, and all where much is asked for. */
final class FileBytes implements Bytes
{
    /** So many of the whole are read in about the time that a few take by themselves. */
    private const BYTES_A_PART = 2048;

    private ?string $all = null;

    private int $parts = 0;

    /**
     * @param  resource  $file  unbuffered, and shared with others that seek in it
     * @param  int  $from  where it begins in the file
     */
    public function __construct(private $file, private readonly int $from, private readonly int $length) {}

    public function length(): int
    {
        return $this->length;
    }

    public function part(int $at, int $length): string
    {
        if ($this->all === null && ++$this->parts * self::BYTES_A_PART > $this->length) {
            $this->all();
        }

        return $this->all === null ? $this->read($at, min($length, $this->length - $at)) : substr($this->all, $at, $length);
    }

    public function all(): string
    {
        return $this->all ??= $this->read(0, $this->length);
    }

    private function read(int $at, int $length): string
    {
        if ($length <= 0) {
            return '';
        }
        fseek($this->file, $this->from + $at);
        $bytes = (string) stream_get_contents($this->file, $length);

        return strlen($bytes) === $length ? $bytes : throw new \RuntimeException('A file that was whole when it was opened cannot be read: '.stream_get_meta_data($this->file)['uri']);
    }
}
