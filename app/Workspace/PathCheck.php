<?php

declare(strict_types=1);

namespace App\Workspace;

use App\Models\Document;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Naming\FileName;
use Hafenbuch\Core\Naming\FreeName;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\NewPath;
use Hafenbuch\Core\Path\Path;

/** Whether a new file can have a path. */
final class PathCheck
{
    /** @var array<string, string> path in the tables by its fold key */
    private array $known = [];

    private readonly WorkspaceFiles $files;

    /** @param list<string> $paths that will be asked about, so that one query finds what is there */
    public function __construct(private readonly Workspace $workspace, array $paths = [])
    {
        $this->files = WorkspaceFiles::of($workspace);
        foreach (ManyValues::portions($paths) as $chunk) {
            $this->load(array_map(self::key(...), $chunk));
        }
    }

    /** @return ?string why a file cannot be made there, and the way out; null: it can */
    public function obstacle(string $path): ?string
    {
        try {
            $path = NewPath::of($path)->value;
            $trouble = FileName::trouble(Path::nameOf($path));
            if ($trouble !== null) {
                return $trouble;
            }
            if (! isset($this->known[self::key($path)])) {
                $this->load([self::key($path)]);
            }
            $there = $this->known[self::key($path)] ?: null;

            return match (true) {
                $there === $path, $this->files->stat($path) !== null => "There is a document at {$path} already.",
                $there !== null => "{$there} differs only in letter case or Unicode form, which many systems take for the same name.",
                default => null,
            };
        } catch (InvalidPath $invalid) {
            return $invalid->getMessage();
        }
    }

    /** The path itself where it can be had, else one near it; null: none near it can. */
    public function free(string $path): ?string
    {
        return $this->obstacle($path) === null ? $path : FreeName::near($path, fn (string $free): bool => $this->obstacle($free) !== null);
    }

    /** @param list<string> $keys */
    private function load(array $keys): void
    {
        $this->known += ManyValues::among(Document::query(), 'fold_key', $keys)->kept()->where('workspace_id', $this->workspace->id)->where('is_gone', false)->pluck('path', 'fold_key')->all();
        $this->known += array_fill_keys($keys, '');
    }

    private static function key(string $path): string
    {
        return Document::key(Path::fold($path));
    }
}
