<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

/** A version that whoever packed a crate had of a document. */
final readonly class DescribedVersion
{
    /**
     * @param  string  $hash  SHA-256
     * @param  int  $size  in bytes
     */
    public function __construct(public int $number, public string $at, public ?string $note, public ?string $label, public string $hash, public int $size) {}
}
