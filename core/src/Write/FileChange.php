<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

/** One file of an operation: the SHA-256 of its content before and after; null: no file. `like` is a file whose permissions a new one takes. */
final readonly class FileChange
{
    public function __construct(public string $path, public ?string $before, public ?string $after, public ?string $like = null) {}
}
