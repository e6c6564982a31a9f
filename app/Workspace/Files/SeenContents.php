<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use Hafenbuch\Core\Write\UnableToRead;

/** What large files held when they were last seen, so that one whose stat proves that it was left alone is not read again. */
final class SeenContents
{
    /** Bytes from which on reading a file again takes longer than it is worth. */
    public const LARGE = 1 << 20;

    /** @var array<string, array{string, int, string}> by path: its signature, when it was seen, in seconds since 1970, and its SHA-256 */
    private array $seen = [];

    /** @param  string  $signature  that the file had when it was seen */
    public function known(string $path, string $signature, int $seenAt, string $hash): void
    {
        $this->seen[$path] = [$signature, $seenAt, $hash];
    }

    /**
     * The SHA-256 of a file that is open at its start, and closed then.
     *
     * @param  resource  $file
     *
     * @throws UnableToRead
     */
    public function hash(string $path, $file): string
    {
        // Of what is open, since opening asks a distant server what holds now.
        $stat = FileStat::of(fstat($file) ?: []);
        [$isWhole, $hash] = [true, $this->proven($path, $stat)];
        if ($hash === null) {
            $seenAt = time();
            [$isWhole, $hash] = self::read($file, $stat->size);
            $stat->size < self::LARGE || ! $isWhole || $this->known($path, $stat->signature, $seenAt, $hash);
        }
        fclose($file);

        return $isWhole ? $hash : throw UnableToRead::file($path, Trouble::last());
    }

    private function proven(string $path, FileStat $stat): ?string
    {
        [$signature, $seenAt, $hash] = $this->seen[$path] ?? ['', 0, null];

        return $hash !== null && $stat->proves($signature, $seenAt) ? $hash : null;
    }

    /**
     * @param  resource  $file
     * @return array{bool, string} whether all of it could be read
     */
    private static function read($file, int $size): array
    {
        if ($size > Sha256::AT_ONCE) {
            $context = hash_init('sha256');

            return [hash_update_stream($context, $file) >= $size, hash_final($context)];
        }
        // In few large pieces.
        stream_set_read_buffer($file, 0);
        $bytes = @stream_get_contents($file);

        return [strlen((string) $bytes) >= $size, Sha256::of((string) $bytes)];
    }
}
