<?php

declare(strict_types=1);

namespace App\Crates\Form;

use App\Workspace\Files\DiskSync;
use Hafenbuch\Core\Crate\Bag\BagSource;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Write\UnableToWrite;
use Illuminate\Filesystem\Filesystem;

/** A crate as a folder, which must not be there yet. */
final class FolderTarget implements CrateTarget
{
    private readonly string $unfinished;

    private int $bytes = 0;

    /** @var ?resource holds the folder for as long as it is filled */
    private $handle;

    /** @param string $folder absolute */
    public function __construct(private readonly string $folder)
    {
        if (file_exists($folder) || is_link($folder)) {
            throw UnableToWrite::content("{$folder} is there already. Name a folder that is not, or move that one away.");
        }
        Leftovers::clear($folder);
        $this->unfinished = Leftovers::next($folder);
        if (! @mkdir($this->unfinished, 0o755)) {
            throw UnableToWrite::content("{$folder} cannot be made. Is the folder above it there, and writable?");
        }
        $this->handle = fopen($this->unfinished, 'r') ?: null;
        if ($this->handle !== null) {
            flock($this->handle, LOCK_EX);
        }
    }

    public function add(string $path, int $size, iterable $parts): void
    {
        $folder = $this->unfinished.'/'.Path::folderOf($path);
        if (! is_dir($folder) && ! @mkdir($folder, 0o755, true)) {
            throw UnableToWrite::content("The folder of {$path} cannot be made; is the disk full?");
        }
        $file = @fopen($this->unfinished.'/'.$path, 'xb') ?: throw UnableToWrite::content("{$path} cannot be made; is the disk full?");
        try {
            $written = 0;
            foreach ($parts as $part) {
                if (@fwrite($file, $part) !== strlen($part)) {
                    throw UnableToWrite::content("{$path} could not be written; is the disk full?");
                }
                $written += strlen($part);
            }
        } finally {
            fclose($file);
        }
        if ($written !== $size) {
            throw UnableToWrite::content("{$path} changed its size while it was packed. Pack again.");
        }
        $this->bytes += $size;
    }

    public function seal(): int
    {
        DiskSync::whole($this->unfinished);

        return $this->bytes;
    }

    public function publish(): void
    {
        if (file_exists($this->folder) || ! @rename($this->unfinished, $this->folder)) {
            throw UnableToWrite::content("{$this->folder} was made by someone else meanwhile, or cannot be. Pack again, under another name.");
        }
    }

    public function folder(): string
    {
        return dirname($this->folder);
    }

    public function abandon(): void
    {
        (new Filesystem)->deleteDirectory($this->unfinished);
    }

    public function reread(): BagSource
    {
        return FolderSource::of($this->unfinished);
    }
}
