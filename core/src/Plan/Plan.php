<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

/** What a save will do, complete, before it does anything. */
final readonly class Plan
{
    /**
     * @param  string  $fingerprint  SHA-256 over the plan and the state of every document that it rests on
     * @param  list<PlanLine>  $lines  in the order of writing
     * @param  list<Warning>  $warnings
     * @param  list<Blocker>  $blockers
     * @param  array<string, string>  $contents  by SHA-256: the rewritten contents, which are in no store yet
     */
    public function __construct(
        public string $fingerprint,
        public array $lines,
        public array $warnings,
        public array $blockers,
        public array $contents = [],
    ) {}

    public function isBlocked(): bool
    {
        return $this->blockers !== [];
    }

    public function isEmpty(): bool
    {
        return $this->lines === [];
    }
}
