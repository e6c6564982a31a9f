<?php

declare(strict_types=1);

namespace App\Workspace\Kept;

/**
 * A file of what was worked out from the tables, so that the next question need not do it again. It holds nothing that the tables do not:
 * where it is missing, damaged or of another form, it is made anew.
 */
final class KeptFile
{
    private const HASH_BYTES = 8;

    private const LEFT_SECONDS = 3600;

    private const PIECE = 1 << 16;

    private \HashContext $hash;

    private string $expected;

    /**
     * @param  resource  $file
     * @param  int  $at  how much of it is read
     */
    private function __construct(private $file, private int $at)
    {
        $this->hash = hash_init('xxh3');
        $this->expected = (string) fread($file, self::HASH_BYTES);
        $this->at += self::HASH_BYTES;
    }

    /** @param string $form what its contents mean; of other length or other words where that has changed */
    public static function open(string $path, string $form): ?self
    {
        $file = is_file($path) ? @fopen($path, 'rbe') : false;
        if ($file === false) {
            return null;
        }
        // Whoever reads a few bytes of it shall not get the thousands around them.
        stream_set_read_buffer($file, 0);

        return fread($file, strlen($form)) === $form ? new self($file, strlen($form)) : null;
    }

    /**
     * For whoever makes something anew that many find outdated at once.
     *
     * @return ?resource until it is closed, nobody else gets it; null: somebody has it
     */
    public static function alone(string $path)
    {
        $file = @fopen($path, 'cbe');
        if ($file !== false && flock($file, LOCK_EX | LOCK_NB)) {
            return $file;
        }
        $file === false || fclose($file);

        return null;
    }

    /** Until whoever is `alone` there is done. */
    public static function wait(string $path): void
    {
        $file = @fopen($path, 'cbe');
        if ($file !== false) {
            flock($file, LOCK_SH);
            fclose($file);
        }
    }

    /** The next bytes; fewer where the file ends. */
    public function take(int $length): string
    {
        $bytes = $length <= 0 ? '' : (string) stream_get_contents($this->file, $length);
        hash_update($this->hash, $bytes);
        $this->at += strlen($bytes);

        return $bytes;
    }

    /** The next bytes, which are looked at now and read when they are asked for; fewer where the file ends. */
    public function later(int $length): FileBytes
    {
        for ($taken = 0; $taken < $length; $taken += strlen($bytes)) {
            $bytes = (string) fread($this->file, min(self::PIECE, $length - $taken));
            if ($bytes === '') {
                break;
            }
            hash_update($this->hash, $bytes);
        }
        $this->at += $taken;

        return new FileBytes($this->file, $this->at - $taken, $taken);
    }

    /**
     * The next numbers, each by the name that the format gives it; zeros where the file ends.
     *
     * @return array<string, int>
     */
    public function numbers(string $format): array
    {
        $length = array_sum(array_map(static fn (string $one): int => $one[0] === 'P' ? 8 : 4, explode('/', $format)));
        $bytes = $this->take($length);

        return (array) unpack($format, strlen($bytes) === $length ? $bytes : str_repeat("\0", $length));
    }

    /** Whether all that was taken is as it was written. Nothing can be taken afterwards. */
    public function isSound(): bool
    {
        return hash_final($this->hash, true) === $this->expected;
    }

    /**
     * Two that write at once each write a whole file; the last one stays.
     *
     * @param  list<string>  $parts
     * @return bool whether it lies there; where it cannot be kept it is only slower the next time
     */
    public static function write(string $path, string $form, array $parts): bool
    {
        if (! is_dir(dirname($path))) {
            @mkdir(dirname($path), 0o700, true);
        }
        foreach (glob("{$path}.*") ?: [] as $left) {
            // Of a process that was killed in the middle of this.
            if ((int) @filemtime($left) < time() - self::LEFT_SECONDS) {
                @unlink($left);
            }
        }
        $hash = hash_init('xxh3');
        foreach ($parts as $part) {
            hash_update($hash, $part);
        }
        $temporary = $path.'.'.bin2hex(random_bytes(6));
        $isKept = @file_put_contents($temporary, [$form, hash_final($hash, true), ...$parts]) !== false && @rename($temporary, $path);
        if (! $isKept) {
            @unlink($temporary);
        }

        return $isKept;
    }
}
