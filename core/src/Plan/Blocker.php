<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

/** Something that stops a plan, and what can be done about it. */
final readonly class Blocker
{
    /** @param list<WayOut> $waysOut */
    public function __construct(
        public string $documentId,
        public string $path,
        public string $message,
        public array $waysOut,
    ) {}
}
