<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Retention;

/** Which versions of a document stay. As found, the newest, labelled ones and those that something rests on always do. */
final readonly class Rule
{
    /**
     * @param  ?int  $last  how many of the newest stay, labelled ones apart
     * @param  list<Band>  $bands  from the newest to the oldest
     */
    private function __construct(public RuleKind $kind, public ?int $last = null, public array $bands = []) {}

    public static function all(): self
    {
        return new self(RuleKind::All);
    }

    /** @throws InvalidRule */
    public static function last(int $count): self
    {
        return $count >= 1 ? new self(RuleKind::Last, $count) : throw InvalidRule::because('At least one version stays; name a number of 1 or more.');
    }

    /**
     * @param  list<Band>  $bands
     *
     * @throws InvalidRule
     */
    public static function aged(array $bands): self
    {
        $before = 0;
        foreach ($bands as $index => $band) {
            $isLast = $index === count($bands) - 1;
            if ($isLast !== ($band->days === null)) {
                throw InvalidRule::because('Each line needs a number of days, and the last one holds for all that is older.');
            }
            if ($band->days !== null && $band->days <= $before) {
                throw InvalidRule::because("A line up to {$band->days} days cannot follow one up to {$before}. Put them in the order of their age.");
            }
            $before = (int) $band->days;
        }

        return $bands === [] ? throw InvalidRule::because('Thinning with age needs at least one line.') : new self(RuleKind::Aged, null, $bands);
    }

    /** All of the last day, hourly for a week, daily for three months, then monthly. */
    public static function usual(): self
    {
        return self::aged([new Band(1, Every::Version), new Band(7, Every::Hour), new Band(92, Every::Day), new Band(null, Every::Month)]);
    }

    /**
     * @param  list<VersionFact>  $versions  of one document, in the order of their numbers
     * @param  int  $now  seconds since 1970
     * @return list<int> the numbers of those that go
     */
    public function thinned(array $versions, int $now): array
    {
        if ($this->kind === RuleKind::All || count($versions) < 2) {
            return [];
        }
        $newest = $versions[count($versions) - 1]->number;
        $kept = $this->kind === RuleKind::Last ? $this->newest($versions) : $this->oneOfEach($versions, $now);
        $gone = [];
        foreach ($versions as $version) {
            $isFixed = $version->number === 0 || $version->number === $newest || $version->isLabelled || $version->isNeeded;
            if (! $isFixed && ! isset($kept[$version->number])) {
                $gone[] = $version->number;
            }
        }

        return $gone;
    }

    /**
     * @param  list<VersionFact>  $versions
     * @return array<int, true> by number
     */
    private function newest(array $versions): array
    {
        $plain = array_filter($versions, static fn (VersionFact $version): bool => ! $version->isLabelled);

        return array_fill_keys(array_map(static fn (VersionFact $version): int => $version->number, array_slice($plain, -(int) $this->last)), true);
    }

    /**
     * The newest of each stretch stays.
     *
     * @param  list<VersionFact>  $versions
     * @return array<int, true> by number
     */
    private function oneOfEach(array $versions, int $now): array
    {
        $kept = [];
        foreach ($versions as $version) {
            foreach ($this->bands as $index => $band) {
                if ($band->holds($now - $version->at)) {
                    $kept["{$index} {$band->every->stretch($version)}"] = $version->number;
                    break;
                }
            }
        }

        return array_fill_keys($kept, true);
    }
}
