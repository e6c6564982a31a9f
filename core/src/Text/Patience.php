<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Text;

/**
 * How long reading one content may take. A hostile one is made so that each of its places costs as much as all of it; whoever
 * goes through a content says so at each place, and is ended when the time is over, in whatever kind of process that is.
 */
final class Patience
{
    /** The clock is looked at once in so many places. */
    private const PLACES = 64;

    private static int $places = 0;

    /** In nanoseconds of a clock that nobody sets back. */
    private static int $until = PHP_INT_MAX;

    /**
     * @template T
     *
     * @param  callable(): T  $read
     * @return T
     *
     * @throws OutOfPatience
     */
    public static function within(float $seconds, callable $read): mixed
    {
        $outer = self::$until;
        self::$until = min($outer, hrtime(true) + (int) ($seconds * 1e9));
        try {
            return $read();
        } finally {
            self::$until = $outer;
        }
    }

    /** @throws OutOfPatience */
    public static function spend(): void
    {
        if (++self::$places >= self::PLACES) {
            self::$places = 0;
            if (hrtime(true) > self::$until) {
                throw new OutOfPatience('Reading it took too long.');
            }
        }
    }
}
