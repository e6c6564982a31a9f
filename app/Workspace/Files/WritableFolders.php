<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use Hafenbuch\Core\Path\Path;

/** In which folders of a workspace files can be made and replaced, as found within the last second, since many files of one folder are asked for at once. */
final class WritableFolders
{
    /** @var array<string, bool> */
    private array $found = [];

    private int $lookedAt = 0;

    /** @param  string  $root  absolute */
    public function __construct(private readonly string $root) {}

    public function have(string $folder): bool
    {
        $this->found = $this->lookedAt === time() ? $this->found : [];
        $this->lookedAt = time();

        return $this->found[$folder] ??= $this->find($folder);
    }

    /** The nearest folder that exists decides whether a new file can be made. */
    private function find(string $folder): bool
    {
        while ($folder !== '' && ! file_exists($this->root.'/'.$folder)) {
            $folder = Path::folderOf($folder);
        }
        $absolute = $folder === '' ? $this->root : $this->root.'/'.$folder;
        $mode = @fileperms($absolute);

        return $mode !== false && ($mode & 0o222) !== 0 && is_dir($absolute) && is_writable($absolute);
    }
}
