<?php

declare(strict_types=1);

namespace App\Support;

/** Ends work that takes longer than it may: what a hostile file has prepared must not keep everyone else waiting. */
final class Deadline
{
    /**
     * Where PHP takes no signals the work may take as long as it does.
     *
     * @template T
     *
     * @param  callable(): T  $work  what it has done by then must not matter
     * @return T
     *
     * @throws TookTooLong
     */
    public static function within(int $seconds, callable $work): mixed
    {
        if (! function_exists('pcntl_alarm') || ! in_array(PHP_SAPI, ['cli', 'cli-server'], true)) {
            return $work();
        }
        $started = time();
        // Somebody else, such as a queue’s worker, may have an alarm of their own.
        $others = pcntl_signal_get_handler(SIGALRM);
        $wasAsync = pcntl_async_signals(true);
        $running = new \ArrayObject([true]);
        pcntl_signal(SIGALRM, static function () use ($running, $seconds): void {
            if ($running[0]) {
                throw new TookTooLong("It took longer than {$seconds} s.");
            }
        });
        $left = pcntl_alarm($seconds);
        try {
            return $work();
        } finally {
            $running[0] = false;
            pcntl_alarm(0);
            pcntl_signal(SIGALRM, $others);
            pcntl_async_signals($wasAsync);
            if ($left > 0) {
                pcntl_alarm(max(1, $left - (time() - $started)));
            }
        }
    }
}
