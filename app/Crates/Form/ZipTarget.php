<?php

declare(strict_types=1);

namespace App\Crates\Form;

use Hafenbuch\Core\Crate\Bag\BagSource;
use Hafenbuch\Core\Write\UnableToWrite;

/**
 * A crate as one ZIP file (PKWARE APPNOTE 6.3.10), written as its parts come, so that memory does not grow with it. The library
 * for this needs a newer PHP, and PHP's own keeps the whole list and reads every file only at the end, when none can be proven.
 */
final class ZipTarget implements CrateTarget
{
    private const UTF8 = 0x0800;

    /** From so many bytes on an entry has room for longer sizes (section 4.5.3); what is deflated can grow a little. */
    private const LONG = 0xF0000000;

    private const VERSION = 45;

    private const FILE_MODE = 0o100644;

    /** Contents that cannot be made smaller are not tried. */
    private const PACKED = ['png', 'jpg', 'jpeg', 'webp', 'gif', 'avif', 'mp3', 'ogg', 'opus', 'flac', 'm4a', 'mp4', 'webm', 'mov', 'zip', 'gz', 'woff', 'woff2', 'pdf', 'glb'];

    private readonly string $unfinished;

    /** @var resource */
    private $file;

    private int $at = 0;

    /** @var resource the list of entries, on the disk once it is long */
    private $entries;

    private int $count = 0;

    private readonly int $time;

    /**
     * @param  string  $path  absolute; what is there stays until the crate is whole, and is then replaced only if it may be
     * @param  string  $folder  the one folder in it that holds everything (RFC 8493, section 4)
     */
    public function __construct(private readonly string $path, private readonly string $folder, private readonly bool $isDeflated = false, private readonly bool $mayReplace = false)
    {
        if (! $mayReplace && file_exists($path)) {
            throw UnableToWrite::content("{$path} is there already. Name a file that is not, or move that one away.");
        }
        Leftovers::clear($path);
        $this->unfinished = Leftovers::next($path);
        $this->file = @fopen($this->unfinished, 'xb') ?: throw UnableToWrite::content("{$path} cannot be made. Is its folder there, and writable?");
        flock($this->file, LOCK_EX);
        $this->entries = fopen('php://temp', 'w+b') ?: throw UnableToWrite::content('There is no room for the list of the crate.');
        $now = getdate();
        $this->time = (max(0, $now['year'] - 1980) << 25) | ($now['mon'] << 21) | ($now['mday'] << 16) | ($now['hours'] << 11) | ($now['minutes'] << 5) | ($now['seconds'] >> 1);
    }

    public function add(string $path, int $size, iterable $parts): void
    {
        $name = $this->folder.'/'.$path;
        $isLong = $size >= self::LONG;
        $isDeflated = $this->isDeflated && ! in_array(strtolower(pathinfo($path, PATHINFO_EXTENSION)), self::PACKED, true);
        $method = $isDeflated ? 8 : 0;
        $start = $this->at;
        $head = fn (int $crc, int $packed): string => "PK\x03\x04".pack('vvvVVVVvv', self::VERSION, self::UTF8, $method, $this->time, $crc, $isLong ? 0xFFFFFFFF : $packed, $isLong ? 0xFFFFFFFF : $size, strlen($name), $isLong ? 20 : 0)
            .$name.($isLong ? pack('vvPP', 1, 16, $size, $packed) : '');
        $this->write($head(0, 0), $path);
        $dataAt = $this->at;
        [$crc, $read] = $this->writeData($parts, $isDeflated, $path);
        if ($read !== $size) {
            throw UnableToWrite::content("{$path} changed its size while it was packed. Pack again.");
        }
        $packed = $this->at - $dataAt;
        fseek($this->file, $start);
        $this->put($head($crc, $packed), $path);
        fseek($this->file, $this->at);
        $this->listed($name, $method, $crc, $packed, $size, $start);
    }

    /**
     * @param  iterable<string>  $parts
     * @return array{int, int} CRC-32 and bytes
     */
    private function writeData(iterable $parts, bool $isDeflated, string $path): array
    {
        $crc = hash_init('crc32b');
        $deflate = $isDeflated ? deflate_init(ZLIB_ENCODING_RAW) : null;
        $read = 0;
        foreach ($parts as $part) {
            hash_update($crc, $part);
            $read += strlen($part);
            $this->write($deflate ? (string) deflate_add($deflate, $part, ZLIB_NO_FLUSH) : $part, $path);
        }
        if ($deflate) {
            $this->write((string) deflate_add($deflate, '', ZLIB_FINISH), $path);
        }

        return [(int) hexdec(hash_final($crc)), $read];
    }

    private function listed(string $name, int $method, int $crc, int $packed, int $size, int $start): void
    {
        $longs = implode('', array_map(static fn (int $value): string => pack('P', $value), array_filter([$size, $packed, $start], static fn (int $value): bool => $value >= self::LONG)));
        $short = static fn (int $value): int => $value >= self::LONG ? 0xFFFFFFFF : $value;
        fwrite($this->entries, "PK\x01\x02".pack('vvvvVVVVvvvvvVV', (3 << 8) | self::VERSION, self::VERSION, self::UTF8, $method, $this->time, $crc, $short($packed), $short($size), strlen($name), $longs === '' ? 0 : strlen($longs) + 4, 0, 0, 0, self::FILE_MODE << 16, $short($start))
            .$name.($longs === '' ? '' : pack('vv', 1, strlen($longs)).$longs));
        $this->count++;
    }

    public function seal(): int
    {
        $listAt = $this->at;
        rewind($this->entries);
        while (! feof($this->entries)) {
            $this->write((string) fread($this->entries, 1 << 20), 'The list of the crate');
        }
        $bytes = $this->at - $listAt;
        $longAt = $this->at;
        if ($this->count >= 0xFFFF || $bytes >= self::LONG || $listAt >= self::LONG) {
            $this->write("PK\x06\x06".pack('PvvVVPPPP', 44, (3 << 8) | self::VERSION, self::VERSION, 0, 0, $this->count, $this->count, $bytes, $listAt)."PK\x06\x07".pack('VPV', 0, $longAt, 1), 'The end of the crate');
        }
        $this->write("PK\x05\x06".pack('vvvvVVv', 0, 0, min($this->count, 0xFFFF), min($this->count, 0xFFFF), min($bytes, 0xFFFFFFFF), min($listAt, 0xFFFFFFFF), 0), 'The end of the crate');
        if (! fflush($this->file) || ! fsync($this->file) || ! fclose($this->file)) {
            throw UnableToWrite::content("{$this->path} could not be brought to the disk; is it full?");
        }

        return $this->at;
    }

    public function publish(): void
    {
        if (! $this->mayReplace && file_exists($this->path)) {
            throw UnableToWrite::content("{$this->path} was made by someone else meanwhile. Pack again, under another name.");
        }
        if (! @rename($this->unfinished, $this->path)) {
            throw UnableToWrite::content("{$this->path} cannot be made. Is its folder still there?");
        }
    }

    public function folder(): string
    {
        return dirname($this->path);
    }

    public function abandon(): void
    {
        if (is_resource($this->file)) {
            fclose($this->file);
        }
        @unlink($this->unfinished);
    }

    public function reread(): BagSource
    {
        return ZipSource::of($this->unfinished);
    }

    private function write(string $bytes, string $path): void
    {
        $this->put($bytes, $path);
        $this->at += strlen($bytes);
    }

    private function put(string $bytes, string $path): void
    {
        if ($bytes !== '' && @fwrite($this->file, $bytes) !== strlen($bytes)) {
            throw UnableToWrite::content("{$path} could not be written; is the disk full?");
        }
    }
}
