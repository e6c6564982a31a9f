<?php

declare(strict_types=1);

namespace Hafenbuch\Core\History;

/** Where a document's file stood at some time, and its content's SHA-256. */
final readonly class PastState
{
    public function __construct(public string $path, public string $hash) {}
}
