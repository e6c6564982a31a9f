<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Picture;

/** A timeline as its tracks, one below the other, with clips to scale; all of it, or a while that somebody chose. */
final readonly class TimelineSketch
{
    private const TRACKS = 6;

    /** Round the tracks. */
    private const ROOM = 10.0;

    /** How much wider than high a still is, at most. */
    private const STILL = 4 / 3;

    /** Of the width of a clip. */
    private const SHARE = 0.55;

    /** In a narrower clip there is no room for words. */
    private const FOR_WORDS = 26.0;

    private const LETTER = 6.6;

    /**
     * @param  array{float, float}|null  $span  from and to, in seconds; null: all of it
     * @param  ?callable(string, float, float): ?string  $still  by the address of a clip’s media and the room for it: a JPEG picture of it, or null
     */
    public static function of(Timeline $timeline, ?array $span = null, ?callable $still = null): ?string
    {
        $tracks = array_slice($timeline->tracks, 0, self::TRACKS);
        if ($tracks === []) {
            return null;
        }
        $canvas = new Canvas;
        [$from, $to] = $span ?? [0.0, max(1e-9, $timeline->seconds())];
        $scale = (Canvas::WIDTH - 2 * self::ROOM) / ($to - $from);
        $height = min(44.0, (Canvas::HEIGHT - 24) / count($tracks));
        foreach ($tracks as $number => $track) {
            $y = 12 + $number * $height;
            $canvas->line(self::ROOM, $y + $height - 3, Canvas::WIDTH - self::ROOM, $y + $height - 3);
            foreach ($track['clips'] as $clip) {
                [$begin, $end] = [max($from, $clip['start']), min($to, $clip['start'] + $clip['length'])];
                if ($clip['name'] !== null && ($end > $begin || ($end === $begin && $span === null))) {
                    $width = max(1.5, ($end - $begin) * $scale - 1);
                    $fill = $number % 2 === 0 ? Canvas::TINT : Canvas::BRASS_TINT;
                    self::clip($canvas, $clip, self::ROOM + ($begin - $from) * $scale, $y, $width, $height - 6, $fill, $still);
                }
            }
        }

        return $canvas->svg();
    }

    /**
     * @param  array{name: ?string, address: ?string, ...}  $clip
     * @param  ?callable(string, float, float): ?string  $still
     */
    private static function clip(Canvas $canvas, array $clip, float $x, float $y, float $width, float $height, string $fill, ?callable $still): void
    {
        $canvas->rectangle($x, $y, $width, $height, $fill, Canvas::RULE);
        // Where there is room for both, its name stands beside it.
        $room = min($width > 2 * self::FOR_WORDS ? $width * self::SHARE : $width - 2, ($height - 2) * self::STILL);
        $picture = $still === null || $clip['address'] === null || $room < 8 ? null : $still($clip['address'], $room, $height - 2);
        if ($picture !== null) {
            $canvas->jpeg($x + 1, $y + 1, $room, $height - 2, $picture);
            [$x, $width] = [$x + $room, $width - $room];
        }
        if ($width > self::FOR_WORDS) {
            $canvas->words($x + 4, $y + min(15, $height - 3), mb_substr((string) $clip['name'], 0, (int) (($width - 6) / self::LETTER)), 11.5);
        }
    }
}
