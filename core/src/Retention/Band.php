<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Retention;

/** How densely versions up to an age are kept. */
final readonly class Band
{
    /** @param ?int $days up to which age it holds; null: for all that is older */
    public function __construct(public ?int $days, public Every $every) {}

    /** @param int $age in seconds; a version from a clock that was ahead is new */
    public function holds(int $age): bool
    {
        return $this->days === null || $age < $this->days * 86400;
    }
}
