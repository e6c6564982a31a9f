<?php

declare(strict_types=1);

namespace App\Pictures;

/** A content that is to be drawn in small, and the other contents that it shows; nothing in it that another process could not be told. */
final readonly class Subject
{
    /**
     * @param  string  $path  in the workspace
     * @param  string  $file  where its content lies
     * @param  array<string, string>  $shown  by path: where the contents of others lie
     */
    public function __construct(public string $path, public string $file, public ?string $title, public array $shown, public string $root, public string $ways) {}

    /** @return list<mixed> */
    public function told(): array
    {
        return [$this->path, $this->file, $this->title, $this->shown, $this->root, $this->ways];
    }
}
