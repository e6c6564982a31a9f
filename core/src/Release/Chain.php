<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Release;

use Hafenbuch\Core\Text\Pattern;

/** The states through which documents of a workspace go, and how their revisions are counted. */
final readonly class Chain
{
    public const LONGEST_NAME = 40;

    public const MOST_STATES = 12;

    /** @param non-empty-list<ReleaseState> $states in their order; a document begins in the first */
    private function __construct(public array $states, public Scheme $scheme) {}

    /**
     * @param  list<ReleaseState>  $states
     *
     * @throws InvalidChain
     */
    public static function of(array $states, Scheme $scheme): self
    {
        $names = array_map(static fn (ReleaseState $state): string => $state->name, $states);
        foreach ($names as $name) {
            if ($name === '' || trim($name) !== $name || mb_strlen($name) > self::LONGEST_NAME || Pattern::matches('~[\p{Cc}\p{Cf}]~u', $name)) {
                throw InvalidChain::because('a state needs a name of 1 to '.self::LONGEST_NAME.' characters that all can be seen.');
            }
        }

        return match (true) {
            $states === [] || count($states) > self::MOST_STATES => throw InvalidChain::because('it has 1 to '.self::MOST_STATES.' states.'),
            count(array_unique(array_map(mb_strtolower(...), $names))) !== count($names) => throw InvalidChain::because('two states have the same name.'),
            ! $states[0]->isWritten || $states[0]->isReleased => throw InvalidChain::because('in the first state documents are written, and not released.'),
            default => new self($states, $scheme),
        };
    }

    public static function standard(): self
    {
        return new self([
            new ReleaseState('in work', false, true, false), new ReleaseState('in review', false, false, false),
            new ReleaseState('released', true, false, true), new ReleaseState('replaced', true, false, false),
        ], Scheme::Letters);
    }

    /** The state of a document; one that is in none of the chain, as after the chain was changed, is in the first. */
    public function stateOf(Mark $mark): ReleaseState
    {
        return $this->named((string) $mark->state) ?? $this->states[0];
    }

    public function named(string $name): ?ReleaseState
    {
        foreach ($this->states as $state) {
            if ($state->name === $name) {
                return $state;
            }
        }

        return null;
    }

    /** @return ?string why a document with this mark is not written, in a sentence with the way out; null: it may be */
    public function withholds(Mark $mark): ?string
    {
        return $this->stateOf($mark)->isWritten ? null : "It is {$mark->words()}, and is not written in that state. Begin a new revision, or move it back to “{$this->states[0]->name}”.";
    }

    /**
     * The mark of a document that is moved. A new revision begins where one leaves what was relied on to write again, and where
     * something is released that has none.
     */
    public function moved(Mark $mark, ReleaseState $to, bool $raises): Mark
    {
        $from = $this->stateOf($mark);
        $leavesRelease = ($from->isReleased || $this->isAfterRelease($from)) && $to->isWritten;
        $isFirst = $to->isReleased && $mark->revision === null;

        return new Mark($to->name, $raises || $leavesRelease || $isFirst ? $this->scheme->next($mark->revision) : $mark->revision);
    }

    public function isBefore(ReleaseState $one, ReleaseState $other): bool
    {
        return array_search($one, $this->states, false) < array_search($other, $this->states, false);
    }

    private function isAfterRelease(ReleaseState $state): bool
    {
        foreach ($this->states as $other) {
            if ($other->isReleased && $this->isBefore($other, $state)) {
                return true;
            }
        }

        return false;
    }
}
