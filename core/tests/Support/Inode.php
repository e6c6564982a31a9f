<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support;

/** A file's content now and as the disk has it for sure; both are null for a folder. */
final class Inode
{
    public function __construct(public ?string $bytes, public ?string $synced) {}
}
