<?php

declare(strict_types=1);

namespace App\Crates;

use App\Models\Workspace;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Support\Str;

/** Where crates that were packed in a browser are kept until someone deletes them. */
final readonly class CrateFolder
{
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
}
