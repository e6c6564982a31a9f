<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

/** What a person wants of a crate. */
final readonly class PackChoices
{
    /**
     * @param  list<LeaveOut>  $leaveOut
     * @param  bool  $leavesOutMadeAgain  whether what has a recipe stays out
     * @param  array<string, bool>  $files  by end: whether one file goes in, whatever the rules say
     * @param  array<string, true>  $acceptedKinds  by LeadKind: what leads out so may
     * @param  array<string, true>  $acceptedEnds
     * @param  ?float  $handles  seconds that go in before and behind what timelines use of a sound; null: sounds go in whole
     */
    public function __construct(
        public Layout $layout = Layout::AsIs,
        public array $leaveOut = [],
        public bool $leavesOutMadeAgain = false,
        public array $files = [],
        public array $acceptedKinds = [],
        public array $acceptedEnds = [],
        public ?float $handles = null,
    ) {}

    /** @return ?string why a file stays out; null: it goes in */
    public function whyOut(GatheredFile $file): ?string
    {
        $chosen = $this->files[$file->end] ?? null;
        if ($chosen !== null) {
            return $chosen ? null : 'you left it out';
        }
        if ($this->leavesOutMadeAgain && $file->recipe !== null) {
            return 'it can be made again';
        }
        foreach ($this->leaveOut as $rule) {
            if ($rule->fits($file)) {
                return $rule->why();
            }
        }

        return null;
    }

    public function accepts(LeadKind $kind, ?string $end): bool
    {
        return ! $kind->mustBeSettled() || isset($this->acceptedKinds[$kind->value]) || ($end !== null && isset($this->acceptedEnds[$end]));
    }
}
