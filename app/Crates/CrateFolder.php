<?php

declare(strict_types=1);

namespace App\Crates;

use App\Crates\Form\Leftovers;
use App\Models\Crate;
use App\Models\Workspace;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Support\Str;

/** Where crates that were packed in a browser are kept until someone deletes them. */
final readonly class CrateFolder
{
    /** A crate is recorded before its file has its name; this is far longer. */
    private const KEPT_SECONDS = 3600;

    public function __construct(private Filesystem $files) {}

    public function path(): string
    {
        return storage_path('app/crates');
    }

    /** @return string below the folder, of a file that is not there yet */
    public function next(Workspace $workspace): string
    {
        $this->files->ensureDirectoryExists($this->path().'/'.$workspace->id, 0o700);

        return $workspace->id.'/'.strtolower((string) Str::ulid()).'.zip';
    }

    public function file(string $name): string
    {
        return $this->path().'/'.$name;
    }

    public function remove(string $name): void
    {
        $this->files->delete($this->file($name));
    }

    public function has(string $name): bool
    {
        return $this->files->exists($this->file($name));
    }

    /** What no crate names any more, or never did because a server died. */
    public function sweep(): void
    {
        foreach ($this->files->isDirectory($this->path()) ? $this->files->directories($this->path()) : [] as $folder) {
            Leftovers::clear($folder.'/');
            foreach ($this->files->files($folder) as $file) {
                $name = basename($folder).'/'.$file->getFilename();
                if ($file->getExtension() === 'zip' && $file->getMTime() < time() - self::KEPT_SECONDS && Crate::query()->where('file', $name)->doesntExist()) {
                    $this->remove($name);
                }
            }
        }
    }
}
