<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support;

/** What something costs this process, which the other work of a machine does not change as it changes how long it takes. */
final class Processor
{
    /** @return float seconds of the processor */
    public static function seconds(callable $work): float
    {
        $before = self::used();
        $work();

        return self::used() - $before;
    }

    private static function used(): float
    {
        $usage = getrusage() ?: throw new \RuntimeException('The system does not say what this process has used.');

        return $usage['ru_utime.tv_sec'] + $usage['ru_stime.tv_sec'] + ($usage['ru_utime.tv_usec'] + $usage['ru_stime.tv_usec']) / 1e6;
    }
}
