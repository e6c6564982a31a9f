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

    /**
     * The same with more of each.
     *
     * @param  list<PlanLine>  $lines
     * @param  list<Warning>  $warnings
     * @param  list<Blocker>  $blockers
     */
    public function with(array $lines, array $warnings, array $blockers): self
    {
        $fingerprint = hash('sha256', $this->fingerprint.Fingerprint::of($lines, $warnings, $blockers, []));

        return new self($fingerprint, [...$this->lines, ...$lines], [...$this->warnings, ...$warnings], [...$this->blockers, ...$blockers], $this->contents);
    }

    public function isBlocked(): bool
    {
        return $this->blockers !== [];
    }

    public function isEmpty(): bool
    {
        return $this->lines === [];
    }
}
