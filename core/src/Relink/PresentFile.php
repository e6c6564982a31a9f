<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Relink;

/** A file that is there, and may be the one that someone misses. */
final readonly class PresentFile
{
    public function __construct(public string $path, public string $hash, public int $size, public ?string $facts = null) {}
}
