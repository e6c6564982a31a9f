<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

/** A file of a crate as its description tells of it. */
final readonly class DescribedFile
{
    /**
     * @param  string  $path  in the payload
     * @param  ?string  $cameFrom  path in the workspace that it was packed from; null: it lay outside
     * @param  ?string  $identity  of its document there
     * @param  list<string>  $lineage  identities that the document had before it came there, the last one first
     * @param  string  $hash  SHA-256 as packed
     * @param  ?string  $wasHash  SHA-256 before its references were led to the crate
     * @param  list<DescribedVersion>  $versions
     */
    public function __construct(
        public string $path, public ?string $cameFrom, public ?string $identity, public array $lineage,
        public ?string $title, public string $hash, public ?string $wasHash, public array $versions,
    ) {}
}
