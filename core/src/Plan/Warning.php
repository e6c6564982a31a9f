<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

/** Something that a plan will leave behind. */
final readonly class Warning
{
    /** @param list<WayOut> $waysOut */
    public function __construct(
        public string $path,
        public string $message,
        public array $waysOut = [],
    ) {}
}
