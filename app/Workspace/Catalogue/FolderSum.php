<?php

declare(strict_types=1);

namespace App\Workspace\Catalogue;

/** How many documents lie in a folder at any depth, how many of them have a draft, and how many bytes they are. */
final readonly class FolderSum
{
    public function __construct(public int $documents = 0, public int $drafts = 0, public int $bytes = 0) {}

    public function plus(self $other): self
    {
        return new self($this->documents + $other->documents, $this->drafts + $other->drafts, $this->bytes + $other->bytes);
    }

    public function minus(self $other): self
    {
        return new self($this->documents - $other->documents, $this->drafts - $other->drafts, $this->bytes - $other->bytes);
    }
}
