<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Back;

/** A file that is known to have gone away from here, or to have come from where the crate was packed. */
final readonly class SentFile
{
    /**
     * @param  string  $place  in the crate
     * @param  ?string  $documentId  null: it lay outside of the workspace
     * @param  string  $path  of the document now, or as it was; absolute where it lay outside
     * @param  string  $hash  SHA-256 as packed
     * @param  string  $baseHash  SHA-256 before its references were led to the crate
     * @param  ?string  $hereHash  SHA-256 of what is on the screen of the document now; null: it is gone
     * @param  bool  $hasDraft  whether that is a draft
     */
    public function __construct(public string $place, public ?string $documentId, public string $path, public string $hash, public string $baseHash, public ?string $hereHash, public bool $hasDraft = false) {}
}
