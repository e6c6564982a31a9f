<?php

declare(strict_types=1);

namespace App\Backup;

use Illuminate\Filesystem\Filesystem;

/** Lets the oldest backups go, with the contents that only they need. */
final readonly class ThinBackups
{
    /** What was cut short may still be under way, on another machine. */
    private const UNFINISHED_SECONDS = 86_400;

    public function __construct(private Filesystem $files) {}

    /** @return array{sets: int, contents: int, bytes: int} what came free */
    public function keep(BackupFolder $folder, int $number): array
    {
        return $folder->alone(fn (): array => $this->thin($folder, $number));
    }

    /** @return array{sets: int, contents: int, bytes: int} */
    private function thin(BackupFolder $folder, int $number): array
    {
        $kept = array_slice($folder->whole(), -max(1, $number));
        $freed = ['sets' => 0, 'contents' => 0, 'bytes' => 0];
        foreach (array_diff($folder->names(), $kept) as $name) {
            if (is_file($folder->manifest($name)) || filemtime($folder->set($name)) < time() - self::UNFINISHED_SECONDS) {
                // Without its manifest it is none from here on, whatever is still left of it.
                $this->files->delete($folder->manifest($name));
                $this->files->deleteDirectory($folder->set($name));
                $freed['sets']++;
            }
        }
        $needed = [];
        foreach ($kept as $name) {
            foreach ($folder->contentsOf(BackupSet::read($folder, $name)) as $hash => $size) {
                $needed[(string) hex2bin((string) $hash)] = true;
            }
        }
        foreach ($this->files->allFiles("{$folder->path}/contents") as $file) {
            if (! isset($needed[(string) @hex2bin($file->getFilename())])) {
                $freed['contents']++;
                $freed['bytes'] += $file->getSize();
                $this->files->delete($file->getPathname());
            }
        }

        return $freed;
    }
}
