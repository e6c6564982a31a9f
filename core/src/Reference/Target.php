<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/**
 * What a reference's text resolves to. `path` is set for a file of the workspace; `address` is what else it names, an absolute path for
 * a file outside; `suffix` keeps a `?query` and `#fragment`.
 */
final readonly class Target
{
    public function __construct(public TargetKind $kind, public ?string $path = null, public string $suffix = '', public ?string $address = null) {}

    /** @return ?string a path of the workspace, or the end that stands for an address; null: it ends in the same document, or nobody knows where */
    public function end(): ?string
    {
        return $this->path ?? ($this->address === null ? null : Address::end($this->address));
    }
}
