<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Copy;

/** One document of a tree that is copied. */
final readonly class CopyRow
{
    /**
     * @param  int  $depth  the length of the shortest way from the top document, which has 0
     * @param  ?string  $newPath  of its copy; null: the copies share the document
     * @param  list<string>  $referredBy  ids of the documents of the tree that refer to it
     * @param  ?string  $clash  why the new path cannot be had
     * @param  ?string  $suggestion  a path that can; null: none was found near it
     */
    public function __construct(
        public string $id,
        public string $path,
        public int $depth,
        public ?string $newPath,
        public array $referredBy,
        public ?string $clash = null,
        public ?string $suggestion = null,
    ) {}

    public function clashing(string $why, ?string $suggestion): self
    {
        return new self($this->id, $this->path, $this->depth, $this->newPath, $this->referredBy, $why, $suggestion);
    }
}
