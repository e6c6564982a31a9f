<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Retention;

/** One version of each stretch of time is kept. Stretches are those of the calendar, in UTC. */
enum Every: string
{
    case Version = 'version';
    case Hour = 'hour';
    case Day = 'day';
    case Week = 'week';
    case Month = 'month';

    /** What two versions of the same stretch have alike. */
    public function stretch(VersionFact $version): string
    {
        return match ($this) {
            self::Version => (string) $version->number,
            self::Hour => gmdate('Y-m-d H', $version->at),
            self::Day => gmdate('Y-m-d', $version->at),
            // ISO 8601 weeks, with the year that they belong to.
            self::Week => gmdate('o-W', $version->at),
            self::Month => gmdate('Y-m', $version->at),
        };
    }
}
