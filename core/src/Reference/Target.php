<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** What a reference's text resolves to. `path` is set for a file; `suffix` keeps its `?query` and `#fragment`. */
final readonly class Target
{
    public function __construct(public TargetKind $kind, public ?string $path = null, public string $suffix = '') {}
}
