<?php

declare(strict_types=1);

namespace App\Serving\News;

/** One page that waits for news of its workspace. */
final class Waiting
{
    public int $workspace = 0;

    public int $after = 0;

    public ?string $visit = null;

    public float $until = 0.0;

    /** @param resource $stream */
    public function __construct(public readonly mixed $stream, public string $asked = '') {}

    /** Whether its request is there, and in order; it comes from nginx alone. */
    public function isRead(): bool
    {
        if ($this->workspace === 0 && str_contains($this->asked, "\r\n\r\n") && preg_match('~^GET /-news/(\d{1,18})/(\d{1,18})/(\d{1,3})/([0-9a-z]{26})? HTTP~', $this->asked, $match) === 1) {
            [$this->workspace, $this->after, $this->until, $this->visit] = [(int) $match[1], (int) $match[2], microtime(true) + (int) $match[3], $match[4] ?? null];
        }

        return $this->workspace !== 0;
    }
}
