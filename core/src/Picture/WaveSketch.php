<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Picture;

/** A sound as its wave. */
final readonly class WaveSketch
{
    /** @param non-empty-list<float> $peaks from 0 to 1, one after the other */
    public static function of(array $peaks, ?float $seconds): string
    {
        $canvas = new Canvas;
        $middle = Canvas::HEIGHT / 2 - 4;
        $step = (Canvas::WIDTH - 24) / max(1, count($peaks) - 1);
        $reach = $middle - 14;
        $upper = $lower = [];
        foreach ($peaks as $index => $peak) {
            $height = max(0.8, min(1.0, $peak) * $reach);
            $upper[] = [12 + $index * $step, $middle - $height];
            $lower[] = [12 + $index * $step, $middle + $height];
        }
        $canvas->line(12, $middle, Canvas::WIDTH - 12, $middle);
        $canvas->area([...$upper, ...array_reverse($lower)], Canvas::SOFT);
        if ($seconds !== null) {
            $canvas->words(12, Canvas::HEIGHT - 10, Seconds::worded($seconds), 13, Canvas::SOFT);
        }

        return $canvas->svg();
    }
}
