<?php

declare(strict_types=1);

namespace App\Crates\Form;

use App\Sessions\Carrying\AtMost;
use App\Support\Refused;
use App\Support\ZipBounds;
use Hafenbuch\Core\Crate\Bag\BagFault;
use Hafenbuch\Core\Crate\Bag\BagSource;
use Hafenbuch\Core\Crate\Bag\EntryPaths;
use Hafenbuch\Core\Crate\Bag\UnableToReadBag;

/** The files of a ZIP file. Its list is looked at before anything is unpacked, and no entry gives more than it says. */
final class ZipSource implements BagSource
{
    private const PART = 1 << 20;

    /** Up to so many bytes an entry comes in one part, which makes its checksums cheaper. */
    private const WHOLE = 16 << 20;

    /** Deflate makes at most 1032 times as much; what comes near to it on this scale is no document. */
    private const RATIO = 250;

    private const RATIO_FROM = 64 * 1024 * 1024;

    /** Made on a Unix system, so that its attributes say what it is (APPNOTE, section 4.4.2). */
    private const UNIX = 3;

    /** @var array<string, int> bytes by path below the bag's folder */
    private array $sizes = [];

    /** @var list<BagFault> */
    private array $faults = [];

    private string $base = '';

    private function __construct(private readonly \ZipArchive $zip) {}

    /** @throws Refused where it is no ZIP file, or larger than is taken */
    public static function of(string $file): self
    {
        ZipBounds::check($file);
        $zip = new \ZipArchive;
        if (@$zip->open($file, \ZipArchive::RDONLY) !== true) {
            throw Refused::because('This ZIP file is damaged. Was it sent whole? Nothing was taken in.');
        }
        $source = new self($zip);
        $source->list();

        return $source;
    }

    private function list(): void
    {
        $paths = new EntryPaths;
        $packed = 0;
        $sizes = [];
        for ($number = 0; $number < $this->zip->numFiles; $number++) {
            $said = $this->zip->statIndex($number, \ZipArchive::FL_ENC_RAW);
            if ($said === false || str_ends_with($said['name'], '/')) {
                continue;
            }
            $packed += $said['comp_size'];
            if ($paths->accept($said['name'], $this->isFile($number)) && $this->isReadable($said)) {
                $sizes[$said['name']] = $said['size'];
            }
        }
        array_push($this->faults, ...$paths->faults);
        $total = array_sum($sizes);
        if ($total > (int) config('limits.crate_bytes')) {
            throw Refused::because("Unpacked it would have {$total} bytes; at most ".config('limits.crate_bytes').' are taken. Raise HAFENBUCH_CRATE_LIMIT, or take it in by parts. Nothing was taken in.');
        }
        if ($total > self::RATIO_FROM && $total > self::RATIO * max(1, $packed)) {
            throw Refused::because("Its {$packed} bytes would become {$total} when unpacked, which no documents do. Nothing was taken in.");
        }
        $this->base = EntryPaths::base(array_map(strval(...), array_keys($sizes)));
        foreach ($sizes as $path => $size) {
            $this->sizes[substr((string) $path, strlen($this->base))] = $size;
        }
    }

    /** @param array{name: string, encryption_method?: int, comp_method: int} $said */
    private function isReadable(array $said): bool
    {
        $why = match (true) {
            ($said['encryption_method'] ?? 0) !== 0 => 'It is encrypted.',
            ! in_array($said['comp_method'], [0, 8, 9, 12, 14, 93, 95], true) => 'It is packed in a way that is not known here.',
            default => null,
        };
        if ($why !== null) {
            $this->faults[] = new BagFault($said['name'], $why);
        }

        return $why === null;
    }

    private function isFile(int $number): bool
    {
        $system = $attributes = 0;
        if (! $this->zip->getExternalAttributesIndex($number, $system, $attributes) || $system !== self::UNIX) {
            return true;
        }
        $type = ($attributes >> 16) & 0o170000;

        return $type === 0 || $type === 0o100000;
    }

    public function entries(): array
    {
        return $this->sizes;
    }

    public function faults(): array
    {
        return $this->faults;
    }

    public function parts(string $path): iterable
    {
        $size = $this->sizes[$path] ?? 0;
        $stream = $this->stream($path);
        try {
            $read = 0;
            stream_set_chunk_size($stream, self::PART);
            while (! feof($stream)) {
                $part = $size <= self::WHOLE ? @stream_get_contents($stream, $size + 1) : @fread($stream, self::PART);
                if ($part === false) {
                    throw UnableToReadBag::entry($path, 'the archive is damaged there.');
                }
                $read += strlen($part);
                if ($read > $size) {
                    throw UnableToReadBag::entry($path, "it has more than the {$size} bytes that the archive says.");
                }
                if ($part !== '') {
                    yield $part;
                }
            }
            if ($read !== $size) {
                throw UnableToReadBag::entry($path, "it has {$read} bytes, and the archive says {$size}.");
            }
        } finally {
            fclose($stream);
        }
    }

    public function open(string $path)
    {
        return AtMost::bytes($this->stream($path), $this->sizes[$path] ?? 0, $path);
    }

    /** @return resource */
    private function stream(string $path)
    {
        $number = isset($this->sizes[$path]) ? $this->zip->locateName($this->base.$path, \ZipArchive::FL_ENC_RAW) : throw UnableToReadBag::entry($path, 'there is no such entry.');

        return ($number === false ? false : @$this->zip->getStreamIndex($number)) ?: throw UnableToReadBag::entry($path, 'the archive is damaged there.');
    }
}
