<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Picture;

/** A timeline as its tracks, one below the other, with clips to scale. */
final readonly class TimelineSketch
{
    private const TRACKS = 6;

    public static function of(Timeline $timeline): ?string
    {
        $tracks = array_slice($timeline->tracks, 0, self::TRACKS);
        if ($tracks === []) {
            return null;
        }
        $canvas = new Canvas;
        $longest = max(1e-9, $timeline->seconds());
        $height = min(44.0, (Canvas::HEIGHT - 24) / count($tracks));
        foreach ($tracks as $number => $track) {
            $y = 12 + $number * $height;
            $canvas->line(10, $y + $height - 3, Canvas::WIDTH - 10, $y + $height - 3);
            foreach ($track['clips'] as $clip) {
                $x = 10 + $clip['start'] / $longest * (Canvas::WIDTH - 20);
                $width = $clip['length'] / $longest * (Canvas::WIDTH - 20);
                if ($clip['name'] !== null) {
                    $canvas->rectangle($x, $y, max(1.5, $width - 1), $height - 6, $number % 2 === 0 ? Canvas::TINT : Canvas::BRASS_TINT, Canvas::RULE);
                    if ($width > 26) {
                        $canvas->words($x + 4, $y + min(15, $height - 9), mb_substr($clip['name'], 0, (int) ($width / 6.2)), 11.5);
                    }
                }
            }
        }

        return $canvas->svg();
    }
}
