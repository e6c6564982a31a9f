<?php

declare(strict_types=1);

namespace Hafenbuch\Core\TakeIn;

/** What is done with files from elsewhere that are of one kind, or come from one place. */
final readonly class IncomingRule
{
    /**
     * @param  ?MediaKind  $kind  null: of every kind
     * @param  ?string  $from  the folder that they lie in or below, absolute; null: anywhere
     * @param  bool  $staysInPlace  whether they are referred to where they are
     * @param  ?string  $folder  of the workspace, that takes them in; null: beside the document that refers to them
     */
    public function __construct(public ?MediaKind $kind = null, public ?string $from = null, public bool $staysInPlace = false, public ?string $folder = null) {}

    public function fits(MediaKind $kind, string $path): bool
    {
        return ($this->kind === null || $this->kind === $kind) && ($this->from === null || str_starts_with($path, rtrim($this->from, '/').'/'));
    }
}
