<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Workspace\Files\WorkspaceFiles;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Picture\Aspect;
use Hafenbuch\Core\Write\UnableToRead;

/** A content that is to be drawn in small, and the other contents that it shows; nothing in it that another process could not be told. */
final readonly class Subject
{
    /**
     * @param  string  $path  in the workspace
     * @param  array<string, ?string>  $contents  by path, its own and those of the others: where the store has them; null: they are read from the workspace
     * @param  array<array-key, mixed>  $aspect  what of it is shown, as an Aspect says it; of nothing else another process is told
     */
    public function __construct(public string $path, public ?string $title, private array $contents, public string $root, public string $ways, private array $aspect = []) {}

    /** @return list<mixed> */
    public function told(): array
    {
        return [$this->path, $this->title, $this->contents, $this->root, $this->ways, $this->aspect];
    }

    public function aspect(): Aspect
    {
        return Aspect::of($this->aspect) ?? Aspect::whole();
    }

    /** @return list<string> the paths of the others that it shows */
    public function others(): array
    {
        return array_values(array_diff(array_map(strval(...), array_keys($this->contents)), [$this->path]));
    }

    public function has(string $path): bool
    {
        return array_key_exists($path, $this->contents);
    }

    /**
     * Opened only now, and within the workspace's walls: another program may have put a link in its place since it was asked for.
     *
     * @return resource
     *
     * @throws CannotDraw
     */
    public function open(string $path): mixed
    {
        try {
            $stored = $this->contents[$path] ?? null;
            $file = $stored === null ? (new WorkspaceFiles($this->root))->open($path) : @fopen($stored, 'rb');
        } catch (UnableToRead|InvalidPath) {
            $file = false;
        }

        return $file === false ? throw CannotDraw::because('it cannot be read') : $file;
    }

    /** @throws CannotDraw */
    public function begin(string $path, int $bytes): string
    {
        $file = $this->open($path);
        try {
            return (string) stream_get_contents($file, $bytes);
        } finally {
            fclose($file);
        }
    }

    /** @throws CannotDraw */
    public function whole(string $path, int $most): string
    {
        $bytes = $this->begin($path, $most + 1);

        return strlen($bytes) > $most ? throw CannotDraw::because('it is larger than '.($most >> 20).' MiB') : $bytes;
    }
}
