<?php

declare(strict_types=1);

namespace App\Relink;

/** One reference that does not end in a document. `offset` counts bytes. */
final readonly class StrayPlace
{
    public function __construct(public string $documentId, public string $path, public int $offset, public string $kind, public string $raw) {}
}
