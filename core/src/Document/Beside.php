<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Document;

/** What a plan should know of documents that stands in none of their rows, as far as it was asked for. */
final readonly class Beside
{
    /**
     * @param  array<string, list<string>>  $companions  by the path of a document: the files that belong to it by their names
     * @param  array<string, list<string>>  $newOutside  by the id of a document: files outside that its draft refers to for the first time and that are to be taken in
     * @param  array<string, string>  $lent  by the id of a document: to whom it is lent, and since when
     * @param  array<string, true>  $there  paths of files that nothing else needs to be known of
     */
    public function __construct(public array $companions = [], public array $newOutside = [], public array $lent = [], public array $there = []) {}

    /** @param array<string, true> $there */
    public function knowing(array $there): self
    {
        return new self($this->companions, $this->newOutside, $this->lent, $there);
    }
}
