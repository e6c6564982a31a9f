<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Back;

/** A file of a crate that comes back, and what has become of it. */
final readonly class ReturnRow
{
    /**
     * @param  string  $path  in the workspace: of its document, or of the one that it becomes
     * @param  ?CameFile  $came  null: it did not come back
     * @param  ?SentFile  $sent  null: it never went
     */
    public function __construct(public string $path, public ReturnState $state, public ?CameFile $came, public ?SentFile $sent) {}

    public function documentId(): ?string
    {
        return $this->sent?->documentId;
    }
}
