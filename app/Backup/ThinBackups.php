<?php

declare(strict_types=1);

namespace App\Backup;

use App\Support\Refused;
use Illuminate\Filesystem\Filesystem;

/** Lets the oldest backups go, with the contents that only they need. */
final readonly class ThinBackups
{
    /** What was cut short may still be under way, on another machine. */
    private const UNFINISHED_SECONDS = 86_400;

    public function __construct(private Filesystem $files) {}

    /**
     * @return array{sets: int, contents: int, bytes: int} what came free
     *
     * @throws Refused where it cannot be told what those that stay need; nothing has gone then
     */
    public function keep(BackupFolder $folder, int $number): array
    {
        return $folder->alone(fn (): array => $this->thin($folder, $number));
    }

    /** @return array{sets: int, contents: int, bytes: int} */
    private function thin(BackupFolder $folder, int $number): array
    {
        $kept = array_slice($folder->whole(), -max(1, $number));
        $needed = $this->neededBy($folder, $kept);
        $freed = ['sets' => 0, 'contents' => 0, 'bytes' => 0];
        foreach (array_diff($folder->names(), $kept) as $name) {
            if (is_file($folder->manifest($name)) || filemtime($folder->set($name)) < time() - self::UNFINISHED_SECONDS) {
                // Without its manifest it is none from here on, whatever is still left of it.
                $this->files->delete($folder->manifest($name));
                $this->files->deleteDirectory($folder->set($name));
                $freed['sets']++;
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

    /**
     * @param  list<string>  $kept
     * @return array<string, true> by hash, in bytes
     */
    private function neededBy(BackupFolder $folder, array $kept): array
    {
        $needed = [];
        foreach ($kept as $name) {
            $set = BackupSet::read($folder, $name);
            // A list that was cut short would let go what the others on it are for.
            if (@hash_file('sha256', $folder->contentList($name)) !== $set->manifest['list']['sha256']) {
                throw Refused::because("The backup was made, and no older one was let go: {$folder->contentList($name)} is damaged, so it is not known what that backup needs. Take {$folder->set($name)} away, then try again.");
            }
            foreach ($folder->contentsOf($set) as $hash => $size) {
                $needed[(string) hex2bin((string) $hash)] = true;
            }
        }

        return $needed;
    }
}
