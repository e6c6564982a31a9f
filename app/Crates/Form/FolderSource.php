<?php

declare(strict_types=1);

namespace App\Crates\Form;

use App\Support\Refused;
use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Crate\Bag\BagFault;
use Hafenbuch\Core\Crate\Bag\BagSource;
use Hafenbuch\Core\Crate\Bag\EntryPaths;
use Hafenbuch\Core\Crate\Bag\UnableToReadBag;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Write\UnableToRead;

/** The files of a folder; no link in it is followed. */
final class FolderSource implements BagSource
{
    private const PART = 1 << 20;

    /** Up to so many bytes an entry comes in one part, which makes its checksums cheaper. */
    private const WHOLE = 16 << 20;

    /** @var array<string, int> */
    private array $sizes = [];

    /** @var list<BagFault> */
    private array $faults = [];

    private function __construct(private readonly string $folder, private readonly WorkspaceFiles $files) {}

    /** @throws Refused */
    public static function of(string $folder): self
    {
        $source = new self(rtrim($folder, '/'), new WorkspaceFiles($folder));
        $paths = new EntryPaths;
        $source->walk('', $paths);
        array_push($source->faults, ...$paths->faults);
        ksort($source->sizes, SORT_STRING);

        return $source;
    }

    private function walk(string $folder, EntryPaths $paths): void
    {
        foreach (@scandir($this->folder.'/'.$folder, SCANDIR_SORT_NONE) ?: [] as $name) {
            if ($name === '.' || $name === '..') {
                continue;
            }
            $path = $folder === '' ? $name : "{$folder}/{$name}";
            $stat = @lstat($this->folder.'/'.$path);
            $type = ($stat['mode'] ?? 0) & 0o170000;
            if ($type === 0o040000) {
                $this->walk($path, $paths);
            } elseif ($paths->accept($path, $type === 0o100000)) {
                $this->sizes[$path] = (int) ($stat['size'] ?? 0);
                if (count($this->sizes) > (int) config('limits.session_entries')) {
                    throw Refused::because('The folder has more than '.config('limits.session_entries').' files. Take it in by parts.');
                }
            }
        }
        if (array_sum($this->sizes) > (int) config('limits.crate_bytes')) {
            throw Refused::because('The folder has more than '.config('limits.crate_bytes').' bytes. Raise HAFENBUCH_CRATE_LIMIT, or take it in by parts.');
        }
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
        $stream = $this->open($path);
        try {
            $read = 0;
            while (! feof($stream)) {
                $part = (string) ($size <= self::WHOLE ? @stream_get_contents($stream, $size + 1) : @fread($stream, self::PART));
                $read += strlen($part);
                if ($read > $size) {
                    throw UnableToReadBag::entry($path, 'it grew while it was read.');
                }
                if ($part !== '') {
                    yield $part;
                }
            }
            if ($read !== $size) {
                throw UnableToReadBag::entry($path, 'it was changed while it was read.');
            }
        } finally {
            fclose($stream);
        }
    }

    public function open(string $path)
    {
        if (! isset($this->sizes[$path])) {
            throw UnableToReadBag::entry($path, 'there is no such file.');
        }
        try {
            return $this->files->open($path);
        } catch (UnableToRead|InvalidPath $failure) {
            throw UnableToReadBag::entry($path, $failure->getMessage());
        }
    }
}
