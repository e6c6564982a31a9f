<?php

declare(strict_types=1);

namespace App\Sessions\Carrying;

use Illuminate\Filesystem\Filesystem;

/** Where sessions lie on their way to a browser; the web server sends them, so they stay for as long as that may take. */
final readonly class ExportFolder
{
    private const KEPT_SECONDS = 3600;

    public function __construct(private Filesystem $files) {}

    public function path(): string
    {
        return storage_path('app/exports');
    }

    /** @return string of a file that is not there yet */
    public function next(): string
    {
        $this->files->ensureDirectoryExists($this->path(), 0o700);
        $this->forgetOld();

        return $this->path().'/'.bin2hex(random_bytes(12)).'.zip';
    }

    /** @return string of a file that is wanted only while another one is made */
    public function part(): string
    {
        $this->files->ensureDirectoryExists($this->path(), 0o700);

        return $this->path().'/'.bin2hex(random_bytes(12)).'.part';
    }

    /** Also what was left when a server died. */
    public function forgetOld(): void
    {
        foreach ($this->files->isDirectory($this->path()) ? $this->files->files($this->path()) : [] as $file) {
            if ($file->getMTime() < time() - self::KEPT_SECONDS) {
                $this->files->delete($file->getPathname());
            }
        }
    }
}
