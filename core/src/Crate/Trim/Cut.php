<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Trim;

use Hafenbuch\Core\Change\Change;

/** What of a sound goes in, and how the timelines that use it say so. */
final readonly class Cut
{
    private function __construct(public WavFile $wav, public int $from, public int $frames) {}

    /**
     * @param  list<TimelineUse>  $uses  all that the crate has
     * @param  float  $handles  seconds that go in before and behind what is used
     *
     * @throws CannotTrim
     */
    public static function of(WavFile $wav, array $uses, float $handles): self
    {
        $room = (int) round($handles * $wav->rate);
        $first = min(array_map(static fn (TimelineUse $use): int => $use->firstFrame($wav->rate), $uses)) - $room;
        $last = max(array_map(static fn (TimelineUse $use): int => $use->firstFrame($wav->rate) + $use->frames($wav->rate), $uses)) + $room;
        if (min(array_map(static fn (TimelineUse $use): int => $use->firstFrame($wav->rate), $uses)) < 0 || $last - $room > $wav->frames) {
            throw CannotTrim::because('a timeline uses more of it than there is');
        }
        $step = self::step($wav->rate, $uses);
        $from = intdiv(max(0, $first), $step) * $step;
        $cut = new self($wav, $from, min($wav->frames, $last) - $from);
        $cut->refuseOtherSamples($uses);

        return $cut->frames < $wav->frames ? $cut : throw CannotTrim::because('all of it is used');
    }

    /**
     * Frames by which the sound can begin later so that every timeline still says it in whole units of its own.
     *
     * @param  list<TimelineUse>  $uses
     */
    private static function step(int $rate, array $uses): int
    {
        $step = 1;
        foreach ($uses as $use) {
            $unit = $rate / $use->start->rate;
            if (floor($unit) === $unit && $unit >= 1 && $unit < $rate * 10) {
                $step = intdiv($step, self::divisor($step, (int) $unit)) * (int) $unit;
            }
        }

        return min($step, $rate * 10);
    }

    private static function divisor(int $a, int $b): int
    {
        return $b === 0 ? $a : self::divisor($b, $a % $b);
    }

    /** @param list<TimelineUse> $uses */
    private function refuseOtherSamples(array $uses): void
    {
        foreach ($uses as $use) {
            $value = (float) RationalTime::written($use->start->value - $this->shift($use));
            $first = (int) round(($value / $use->start->rate - ($use->mediaStart?->seconds() ?? 0.0)) * $this->wav->rate);
            if ($first + $this->from !== $use->firstFrame($this->wav->rate)) {
                throw CannotTrim::because('its rate and that of a timeline have no unit in common');
            }
        }
    }

    private function shift(TimelineUse $use): float
    {
        return $this->from * $use->start->rate / $this->wav->rate;
    }

    /** @return list<Change> of a timeline, so that it plays the same samples */
    public function changes(TimelineUse $use): array
    {
        $changes = [$use->start->becoming($use->start->value - $this->shift($use))];
        if ($use->mediaDuration !== null) {
            $changes[] = $use->mediaDuration->becoming($this->frames * $use->mediaDuration->rate / $this->wav->rate);
        }

        return $changes;
    }

    public function size(): int
    {
        return $this->wav->size($this->frames);
    }
}
