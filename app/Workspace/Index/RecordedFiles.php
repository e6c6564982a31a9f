<?php

declare(strict_types=1);

namespace App\Workspace\Index;

/** What came of recording files. */
final readonly class RecordedFiles
{
    /**
     * @param  list<RecordedChange>  $changes
     * @param  list<string>  $again  paths whose files have changed since they were looked at
     * @param  list<string>  $caughtUp  the ids of documents whose draft is what the file holds now
     * @param  list<string>  $gone  the ids of documents whose files have gone
     * @param  list<string>  $reread  the ids of documents in whose files, which are as they were, something else may have been found
     */
    public function __construct(public array $changes, public array $again, public array $caughtUp, public array $gone = [], public array $reread = []) {}

    /** @param list<string> $gone */
    public function withGone(array $gone): self
    {
        return new self($this->changes, $this->again, $this->caughtUp, $gone, $this->reread);
    }

    /** @return list<string> ids of all documents of which something else is known now */
    public function documents(): array
    {
        return [...$this->gone, ...array_column($this->changes, 'documentId')];
    }
}
