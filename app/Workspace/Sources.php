<?php

declare(strict_types=1);

namespace App\Workspace;

use App\Models\User;
use App\Models\Workspace;
use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\NewPath;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Write\UnableToRead;

/**
 * From where files may be taken in: the folders of other workspaces that a person may read, and the server's roots, as far as they
 * are no workspace's. Nothing else can be read, by whatever path or link it is named.
 */
final readonly class Sources
{
    /**
     * @param  list<string>  $open  folders whose files may be read
     * @param  list<string>  $closed  folders among them whose files may not
     * @param  \ArrayObject<string, WorkspaceFiles>  $files  by open folder; one remembers what it has found out of its folders
     * @param  \ArrayObject<string, ?string>  $within  by folder the open folder in which it lies, since many files of one are asked for
     */
    private function __construct(private array $open, private array $closed, private \ArrayObject $files = new \ArrayObject, private \ArrayObject $within = new \ArrayObject) {}

    /** @param bool $withOwn whether the workspace's own folder is one of them, as for what lies there and is no document */
    public static function of(Workspace $workspace, User $person, bool $withOwn = false): self
    {
        $mine = [...array_keys(self::workspaces($workspace, $person)), ...$withOwn && $workspace->hasMember($person) ? [$workspace->root] : []];
        $all = Workspace::query()->pluck('root')->all();
        $roots = array_values(array_filter(array_map(realpath(...), config('hafenbuch.roots'))));

        return new self([...$mine, ...$roots], [...array_values(array_diff($all, $mine)), storage_path(), dirname(storage_path())]);
    }

    /** @return array<string, string> folder to name, of the other workspaces that a person may read */
    public static function workspaces(Workspace $workspace, User $person): array
    {
        return Workspace::query()->whereKeyNot($workspace->id)->whereHas('members', static fn ($members) => $members->whereKey($person->id))->pluck('name', 'root')->all();
    }

    /**
     * @param  string  $path  absolute
     * @return ?array{WorkspaceFiles, string} the files of the folder that it may be read from, and its path there; null: it may not be read
     */
    public function find(string $path): ?array
    {
        $folder = $this->folderOf($path);
        $below = $folder === null ? '' : substr($path, strlen($folder) + 1);
        try {
            if ($folder === null || Path::of($below)->value !== $below || NewPath::trustedIn($below) !== null || preg_match('~(?:^|/)\.~', $below) === 1) {
                return null;
            }
            $files = $this->files[$folder] ??= new WorkspaceFiles($folder);

            return $this->mayRead($files->absolute($below)) ? [$files, $below] : null;
        } catch (InvalidPath) {
            return null;
        }
    }

    /**
     * @param  string  $path  absolute
     * @return resource
     *
     * @throws UnableToRead
     */
    public function open(string $path)
    {
        [$files, $below] = $this->find($path) ?? throw UnableToRead::file($path, 'nothing may be taken from there');

        return $files->open($below);
    }

    /**
     * A file or a folder that may be read as a whole.
     *
     * @param  string  $path  absolute
     * @return ?string the same; null: it may not be, or is not there
     */
    public function readable(string $path): ?string
    {
        $real = str_starts_with($path, '/') && ! str_contains($path, "\0") ? realpath($path) : false;
        if ($real === false || $this->folderOf($real) === null || $this->find($real) === null) {
            return null;
        }
        foreach ($this->closed as $folder) {
            // What is closed must not be read by way of a folder around it.
            if (str_starts_with(rtrim($folder, '/').'/', $real.'/')) {
                return null;
            }
        }

        return $real;
    }

    /** The innermost open folder, unless one that is closed lies between. */
    private function folderOf(string $path): ?string
    {
        // A folder that is closed itself lies in one that may be open.
        if (in_array($path, $this->closed, true)) {
            return $this->searched($path);
        }
        $folder = dirname($path);
        if (! $this->within->offsetExists($folder)) {
            $this->within[$folder] = $this->searched($folder.'/x');
        }

        return $this->within[$folder];
    }

    private function searched(string $path): ?string
    {
        $best = null;
        foreach ($this->open as $folder) {
            $folder = rtrim($folder, '/');
            if (str_starts_with($path, $folder.'/') && strlen($folder) > strlen((string) $best)) {
                $best = $folder;
            }
        }
        foreach ($this->closed as $folder) {
            if ($best !== null && strlen($folder) > strlen($best) && str_starts_with($path.'/', rtrim($folder, '/').'/')) {
                return null;
            }
        }

        return $best;
    }

    /** A folder on the way may be a link to what is closed. */
    private function mayRead(string $absolute): bool
    {
        $real = realpath(dirname($absolute));

        return $real !== false && $this->folderOf($real.'/x') !== null;
    }
}
