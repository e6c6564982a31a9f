<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Trim;

/** One use of a sound in a timeline. */
final readonly class TimelineUse
{
    /**
     * @param  int  $offset  of the reference in the timeline's content
     * @param  RationalTime  $start  in the media's own time
     * @param  ?RationalTime  $mediaStart  at what time of its own the media begins; null: at 0
     * @param  ?RationalTime  $mediaDuration  as the timeline has it
     */
    public function __construct(public int $offset, public RationalTime $start, public RationalTime $duration, public ?RationalTime $mediaStart, public ?RationalTime $mediaDuration) {}

    /** The first frame that is used, of a media with so many frames a second. */
    public function firstFrame(int $rate): int
    {
        return (int) round(($this->start->seconds() - ($this->mediaStart?->seconds() ?? 0.0)) * $rate);
    }

    public function frames(int $rate): int
    {
        return (int) ceil(round($this->duration->seconds() * $rate, 6));
    }
}
