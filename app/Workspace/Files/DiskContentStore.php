<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use Hafenbuch\Core\Write\ContentStore;
use Hafenbuch\Core\Write\UnableToRead;
use Hafenbuch\Core\Write\UnableToWrite;
use Illuminate\Filesystem\FilesystemAdapter;

/** Contents on a Laravel disk that is a local folder, each in a file named by its SHA-256. */
final readonly class DiskContentStore implements ContentStore
{
    /** Up to so many are brought to the disk one by one. */
    private const FEW = 8;

    /** Bytes that are copied at once. */
    private const PIECE = 1 << 20;

    public function __construct(private FilesystemAdapter $disk) {}

    public static function name(string $hash): string
    {
        return substr($hash, 0, 2).'/'.substr($hash, 2, 2).'/'.$hash;
    }

    public function has(string $hash): bool
    {
        return is_file($this->disk->path(self::name($hash)));
    }

    public function put($content): string
    {
        [$temporary, $hash] = $this->take($content, true);
        $this->syncAll($this->settle($temporary, $hash));

        return $hash;
    }

    public function putAll(iterable $contents): array
    {
        $taken = [];
        $queue = new HashQueue;
        try {
            foreach ($contents as $content) {
                $taken[] = $this->take($content, false, beside: $queue, number: count($taken));
                if (is_resource($content)) {
                    fclose($content);
                }
            }
            foreach ($queue->all() as $number => $hash) {
                $taken[$number][1] = $hash;
            }
        } catch (\Throwable $failure) {
            array_map(unlink(...), array_column($taken, 0));

            throw $failure;
        }
        $folders = $new = [];
        foreach ($taken as [$temporary, $hash]) {
            $path = $this->disk->path(self::name($hash));
            // Before it reaches the disk, from which taking it away again can be slow.
            if (ShardLock::forUse($this->disk->path(''), $hash, static fn (): bool => self::givesWay($temporary, $path))) {
                $folders[] = dirname($path);
            } else {
                $new[] = [$temporary, $hash];
            }
        }
        // First all contents, then all names: a name never stands for half a content.
        $this->syncAll(array_column($new, 0));
        foreach ($new as [$temporary, $hash]) {
            array_push($folders, ...$this->settle($temporary, $hash));
        }
        $this->syncAll(array_values(array_unique($folders)));

        return array_column($taken, 1);
    }

    /**
     * @param  resource  $content
     * @param  ?string  $known  its SHA-256, where that is known already
     * @param  ?HashQueue  $beside  finds the hash of a large one meanwhile, under its number; '' stands for it until then
     * @return array{string, string} a temporary file with the content, and its SHA-256
     */
    private function take($content, bool $mustSync, ?string $known = null, ?HashQueue $beside = null, int $number = 0): array
    {
        $temporary = $this->disk->path('incoming/'.bin2hex(random_bytes(12)));
        $this->makeFolder(dirname($temporary));
        $file = @fopen($temporary, 'xb') ?: throw UnableToWrite::content('no file can be made in '.dirname($temporary).': '.Trouble::last());
        try {
            $hash = $this->copy($content, $file, $temporary, $mustSync, $known, $beside, $number);
        } catch (UnableToWrite $failure) {
            @unlink($temporary);

            throw $failure;
        } finally {
            fclose($file);
        }

        return [$temporary, $hash];
    }

    /**
     * Brings files or folders to the disk.
     *
     * @param  list<string>  $paths
     */
    private function syncAll(array $paths): void
    {
        if (count($paths) > self::FEW && DiskSync::whole($this->disk->path(''))) {
            return;
        }
        foreach ($paths as $path) {
            if (! DiskSync::one($path)) {
                throw UnableToWrite::content('it does not reach the disk: '.Trouble::last());
            }
        }
    }

    public function putBytes(string $bytes): string
    {
        $hash = Sha256::of($bytes);
        if (! $this->hold($hash)) {
            [$temporary] = $this->take(self::stream($bytes), true, $hash);
            $this->syncAll($this->settle($temporary, $hash));
        }

        return $hash;
    }

    /** Puts bytes in, and says what they are now. */
    public function keep(string $bytes): StoredContent
    {
        return new StoredContent($this->putBytes($bytes), strlen($bytes), $this, $bytes);
    }

    /**
     * A content that is kept already.
     *
     * @param  ?int  $size  in bytes, where it is known without asking the disk
     */
    public function kept(string $hash, ?int $size = null): StoredContent
    {
        return new StoredContent($hash, $size ?? $this->size($hash) ?? 0, $this);
    }

    /** Has a content that is kept counted as used just now, so that nobody frees it before what is to refer to it is recorded. */
    public function hold(string $hash): bool
    {
        return $this->has($hash) && ShardLock::forUse($this->disk->path(''), $hash, fn (): bool => is_file($path = $this->disk->path(self::name($hash))) && @touch($path));
    }

    /**
     * Frees a content that nobody has used for some time. Whoever asks has made sure that nothing refers to it.
     *
     * @return int how many bytes came free
     */
    public function free(string $hash, int $unusedSeconds): int
    {
        $path = $this->disk->path(self::name($hash));

        return ShardLock::forFreeing($this->disk->path(''), $hash, static function () use ($path, $unusedSeconds): int {
            clearstatcache(true, $path);
            $size = @filesize($path);
            // A time to come, as after the clock was set back, counts as just now.
            $isUnused = $size !== false && filemtime($path) <= time() - $unusedSeconds;

            return $isUnused && @unlink($path) ? (int) $size : 0;
        });
    }

    /** @return iterable<string, array{size: int, usedAt: int}> every content that is kept, by its hash; times in seconds since 1970 */
    public function all(): iterable
    {
        $this->makeFolder($this->disk->path(''));
        foreach (new \FilesystemIterator($this->disk->path('')) as $shard) {
            if (preg_match('~^[0-9a-f]{2}$~', $shard->getFilename()) !== 1) {
                continue;
            }
            foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator((string) $shard, \FilesystemIterator::SKIP_DOTS)) as $file) {
                yield $file->getFilename() => ['size' => (int) $file->getSize(), 'usedAt' => (int) $file->getMTime()];
            }
        }
    }

    /**
     * Removes what was being taken in when something ended badly.
     *
     * @return int how many there were
     */
    public function clearIncoming(int $unusedSeconds): int
    {
        $cleared = 0;
        foreach (glob($this->disk->path('incoming/*')) ?: [] as $file) {
            $cleared += (int) @filemtime($file) <= time() - $unusedSeconds && @unlink($file) ? 1 : 0;
        }

        return $cleared;
    }

    /**
     * Writes something and takes it away again.
     *
     * @throws UnableToWrite
     */
    public function probe(): void
    {
        [$temporary] = $this->take(self::stream('probe'), false);
        unlink($temporary);
    }

    /** Bytes that are free on its disk. */
    public function room(): int
    {
        $this->makeFolder($this->disk->path(''));

        return (int) @disk_free_space($this->disk->path(''));
    }

    /** Whether a content is what its name says. */
    public function isSound(string $hash): bool
    {
        return Sha256::ofFile($this->disk->path(self::name($hash))) === $hash;
    }

    /**
     * A content that is what its name says.
     *
     * @throws UnableToRead
     */
    public function sound(string $hash): string
    {
        $bytes = $this->bytes($hash);

        return Sha256::of($bytes) === $hash ? $bytes : throw UnableToRead::damaged($hash);
    }

    /** @return resource */
    public static function stream(string $bytes)
    {
        $stream = fopen('php://memory', 'w+b') ?: throw UnableToWrite::content('there is no memory for it');
        fwrite($stream, $bytes);
        rewind($stream);

        return $stream;
    }

    public function open(string $hash)
    {
        return @fopen($this->disk->path(self::name($hash)), 'rb') ?: throw UnableToRead::content($hash);
    }

    public function confirm(array $hashes): void {}

    /** The folder that holds all of them. */
    public function root(): string
    {
        return rtrim($this->disk->path(''), '/');
    }

    /** Where the bytes are, for what can read only files. They are never written there. */
    public function file(string $hash): string
    {
        return $this->disk->path(self::name($hash));
    }

    /** @throws UnableToRead */
    public function bytes(string $hash): string
    {
        $bytes = @file_get_contents($this->disk->path(self::name($hash)));

        return $bytes !== false ? $bytes : throw UnableToRead::content($hash);
    }

    public function size(string $hash): ?int
    {
        $size = @filesize($this->disk->path(self::name($hash)));

        return $size === false ? null : $size;
    }

    /**
     * @param  resource  $from
     * @param  resource  $to
     * @param  string  $path  of `$to`
     */
    private function copy($from, $to, string $path, bool $mustSync, ?string $known, ?HashQueue $beside, int $number): string
    {
        Trouble::forget();
        $size = 0;
        $chunk = '';
        $said = fstat($from)['size'] ?? PHP_INT_MAX;
        // One piece spares reading it again for its hash.
        $isOnePiece = $known === null && $said <= ($beside === null ? Sha256::AT_ONCE : self::PIECE);
        while (! feof($from)) {
            // PHP takes the memory for all that may come before it reads.
            $next = $isOnePiece ? stream_get_contents($from, max(self::PIECE, $said + 1)) : fread($from, self::PIECE);
            if ($next === false) {
                throw UnableToWrite::content('what is to be kept cannot be read: '.Trouble::last());
            }
            if ($next === '') {
                continue;
            }
            $chunk = $next;
            if (@fwrite($to, $chunk) !== strlen($chunk)) {
                throw UnableToWrite::content(Trouble::writing($to));
            }
            $size += strlen($chunk);
        }
        if (! @fflush($to) || ($mustSync && ! @fsync($to))) {
            throw UnableToWrite::content(Trouble::last());
        }

        if ($known === null && $beside !== null && $size >= HashQueue::WORTH) {
            $beside->add($number, $path, $size);

            return '';
        }

        // Of what did not come as one piece it is found from what is on the disk now, which is what will be read.
        return $known ?? ($size === strlen($chunk) ? Sha256::of($chunk) : Sha256::ofFile($path)) ?? throw UnableToWrite::content(Trouble::last());
    }

    /** @return list<string> the folders that have a new entry, which is not on the disk yet */
    private function settle(string $temporary, string $hash): array
    {
        $path = $this->disk->path(self::name($hash));

        return ShardLock::forUse($this->disk->path(''), $hash, function () use ($temporary, $path): array {
            if (self::givesWay($temporary, $path)) {
                // Whoever put it there may not have come to that.
                return [dirname($path)];
            }
            $changed = [...$this->makeFolder(dirname($path)), dirname($path)];
            if (! @rename($temporary, $path)) {
                @unlink($temporary);

                throw UnableToWrite::content('a file cannot be moved to '.dirname($path).': '.Trouble::last());
            }

            return $changed;
        });
    }

    /** Whether what is kept has the content already, which counts as used then. One that was cut short is mended by the whole one. */
    private static function givesWay(string $temporary, string $path): bool
    {
        if (! is_file($path) || filesize($path) !== filesize($temporary)) {
            return false;
        }
        touch($path);
        unlink($temporary);

        return true;
    }

    /** @return list<string> the folders that have a new entry, outermost first */
    private function makeFolder(string $folder): array
    {
        if (is_dir($folder)) {
            return [];
        }
        $changed = [...$this->makeFolder(dirname($folder)), dirname($folder)];
        if (! @mkdir($folder, 0o770) && ! is_dir($folder)) {
            throw UnableToWrite::content("the folder {$folder} cannot be made: ".Trouble::last());
        }

        return $changed;
    }
}
