<?php

declare(strict_types=1);

namespace App\Crates\Writing;

use App\Models\Crate;

/** A crate that has been written. */
final readonly class Packed
{
    /**
     * @param  string  $seal  SHA-256 of the manifest of the payload, by which a crate is told from any other
     * @param  int  $files  of the payload
     * @param  int  $bytes  of the payload
     * @param  int  $size  of all of it, as it lies on the disk
     * @param  int  $references  that were resolved again from the packed bytes
     * @param  list<array{path: string, raw: string, why: string}>  $leadOut
     * @param  list<array{path: string, hash: string, bytes: int, recipe: ?string}>  $leftOut
     * @param  list<array{path: string, to: string, why: string}>  $renamed
     * @param  list<array<string, mixed>>  $blanked
     * @param  list<array{document_id: ?string, path: string, place: string, base_hash: string, hash: string, size: int, kept_hash: ?string, without_hash: ?string}>  $rows  of crate_documents
     * @param  list<array{value: string, files: list<string>}>  $still  what was taken out and still stands in other packed files
     */
    public function __construct(
        public string $identity, public string $seal, public int $files, public int $bytes, public int $size, public int $references,
        public array $leadOut, public array $leftOut, public array $renamed, public array $blanked, public array $rows, public array $still = [], public ?Crate $crate = null,
    ) {}

    public function recorded(Crate $crate): self
    {
        return new self($this->identity, $this->seal, $this->files, $this->bytes, $this->size, $this->references, $this->leadOut, $this->leftOut, $this->renamed, $this->blanked, $this->rows, $this->still, $crate);
    }
}
