<?php

declare(strict_types=1);

namespace App\Crates\Writing;

use Hafenbuch\Core\Crate\CrateEntry;
use Hafenbuch\Core\Crate\PackedReference;

/** A file that was written into a crate. */
final readonly class PackedFile
{
    /**
     * @param  int  $size  in bytes, as packed
     * @param  string  $hash  SHA-256, as packed
     * @param  list<PackedReference>  $references
     * @param  list<array{number: int, at: string, note: ?string, label: ?string, sha256: string, bytes: int}>  $versions
     * @param  ?string  $steps  path in the crate of those that led to a draft
     */
    public function __construct(public CrateEntry $entry, public int $size, public string $hash, public array $references, public array $versions = [], public ?string $steps = null) {}
}
