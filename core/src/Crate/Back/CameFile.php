<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Back;

use Hafenbuch\Core\Crate\DescribedFile;

/** A file that came. */
final readonly class CameFile
{
    /**
     * @param  string  $place  in the payload
     * @param  string  $hash  SHA-256
     * @param  int  $size  in bytes
     */
    public function __construct(public string $place, public string $hash, public int $size, public ?DescribedFile $described = null) {}
}
