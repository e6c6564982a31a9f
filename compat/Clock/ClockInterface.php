<?php

declare(strict_types=1);

namespace Symfony\Component\Clock;

/**
 * Stands in for symfony/clock, which the package registry lacks and nesbot/carbon needs.
 * Delete compat/Clock, and the line under "replace" in composer.json, once the registry has it.
 */
interface ClockInterface extends \Psr\Clock\ClockInterface
{
    public function sleep(float|int $seconds): void;

    public function withTimeZone(\DateTimeZone|string $timezone): static;
}
