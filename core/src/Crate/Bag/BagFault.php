<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Bag;

/** Something that is wrong with an entry of a bag; '' stands for the bag as a whole. */
final readonly class BagFault
{
    public function __construct(public string $entry, public string $why) {}
}
