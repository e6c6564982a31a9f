<?php

declare(strict_types=1);

namespace App\Workspace\Files;

/** What large files held when they were last seen, so that one whose stat proves that it was left alone is not read again. */
final class SeenContents
{
    /** Bytes from which on reading a file again takes longer than it is worth. */
    public const LARGE = 1 << 20;

    /** @var array<string, array{string, int, string}> by path: its signature, when it was seen, in seconds since 1970, and its SHA-256 */
    private array $seen = [];

    public function note(string $path, FileStat $stat, int $seenAt, string $hash): void
    {
        if ($stat->size >= self::LARGE) {
            $this->seen[$path] = [$stat->signature, $seenAt, $hash];
        }
    }

    /** @param  string  $signature  that the file had when it was seen */
    public function known(string $path, string $signature, int $seenAt, string $hash): void
    {
        $this->seen[$path] = [$signature, $seenAt, $hash];
    }

    /** @return ?string the SHA-256 of a file that has this stat now; null: it has to be read */
    public function hashOf(string $path, FileStat $stat): ?string
    {
        [$signature, $seenAt, $hash] = $this->seen[$path] ?? ['', 0, null];

        return $hash !== null && $stat->proves($signature, $seenAt) ? $hash : null;
    }
}
