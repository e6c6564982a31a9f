<?php

declare(strict_types=1);

namespace App\Backup;

use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;

/** A folder of backups: contents, each once for all of them, and a folder for each backup. */
final readonly class BackupFolder
{
    public const NAME = '~^\d{8}T\d{6}Z(?:-\d+)?$~D';

    private function __construct(public string $path) {}

    /** @throws Refused */
    public static function at(string $path): self
    {
        $real = realpath($path);

        return $real !== false && is_dir($real) ? new self($real) : throw Refused::because("There is no folder {$path}.");
    }

    /** @throws Refused */
    public static function made(string $path): self
    {
        if (! is_dir($path) && ! @mkdir($path, 0o700, true) && ! is_dir($path)) {
            throw Refused::because("The folder {$path} cannot be made.");
        }
        $folder = self::at($path);
        foreach (["{$folder->path}/contents", "{$folder->path}/sets"] as $part) {
            if (! is_dir($part) && ! @mkdir($part, 0o700) && ! is_dir($part)) {
                throw Refused::because("{$folder->path} cannot be written.");
            }
        }

        return $folder;
    }

    public function content(string $hash): string
    {
        return "{$this->path}/contents/".DiskContentStore::name($hash);
    }

    public function set(string $name): string
    {
        return "{$this->path}/sets/{$name}";
    }

    public function manifest(string $name): string
    {
        return $this->set($name).'/manifest.json';
    }

    public function database(string $name): string
    {
        return $this->set($name).'/database.sql.gz';
    }

    public function contentList(string $name): string
    {
        return $this->set($name).'/contents.txt.gz';
    }

    /** @return list<string> also those that were cut short; oldest first */
    public function names(): array
    {
        $names = array_filter(@scandir("{$this->path}/sets") ?: [], static fn (string $name): bool => preg_match(self::NAME, $name) === 1);
        sort($names);

        return $names;
    }

    /** @return list<string> those that were not cut short; oldest first */
    public function whole(): array
    {
        return array_values(array_filter($this->names(), fn (string $name): bool => is_file($this->manifest($name))));
    }

    /** @throws Refused */
    public function latest(): string
    {
        $whole = $this->whole();

        return $whole === [] ? throw Refused::because("There is no whole backup in {$this->path}.") : $whole[count($whole) - 1];
    }

    /**
     * The contents that a backup needs.
     *
     * @return iterable<string, int> size by hash
     */
    public function contentsOf(BackupSet $set): iterable
    {
        $file = @gzopen($this->contentList($set->name), 'rb') ?: throw Refused::because("{$this->contentList($set->name)} cannot be read.");
        try {
            while (($line = gzgets($file, 256)) !== false) {
                [$hash, $size] = explode(' ', trim($line)) + [1 => '0'];
                yield $hash => (int) $size;
            }
        } finally {
            gzclose($file);
        }
    }

    /**
     * @template T
     *
     * @param  callable(): T  $work
     * @return T
     *
     * @throws Refused where another backup is being made here
     */
    public function alone(callable $work): mixed
    {
        $lock = @fopen("{$this->path}/lock", 'cbe') ?: throw Refused::because("{$this->path} cannot be written.");
        try {
            if (! flock($lock, LOCK_EX | LOCK_NB)) {
                throw Refused::because("Another backup is being made in {$this->path}.");
            }

            return $work();
        } finally {
            fclose($lock);
        }
    }
}
