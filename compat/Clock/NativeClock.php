<?php

declare(strict_types=1);

namespace Symfony\Component\Clock;

/** Stands in for symfony/clock; see ClockInterface for when to delete it. */
final class NativeClock implements ClockInterface
{
    private readonly \DateTimeZone $timezone;

    public function __construct(\DateTimeZone|string|null $timezone = null)
    {
        $this->timezone = match (true) {
            $timezone === null => new \DateTimeZone(date_default_timezone_get()),
            is_string($timezone) => new \DateTimeZone($timezone),
            default => $timezone,
        };
    }

    public function now(): \DateTimeImmutable
    {
        return new \DateTimeImmutable('now', $this->timezone);
    }

    public function sleep(float|int $seconds): void
    {
        if ($seconds > 0) {
            usleep((int) round($seconds * 1_000_000));
        }
    }

    public function withTimeZone(\DateTimeZone|string $timezone): static
    {
        return new self($timezone);
    }
}
