<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Picture;

/** A timeline as its tracks, one below the other, with clips to scale (OpenTimelineIO, https://opentimelineio.readthedocs.io). */
final readonly class TimelineSketch
{
    private const TRACKS = 6;

    private const CLIPS = 400;

    /** A clip that says no length is drawn as if it had so many seconds. */
    private const UNKNOWN = 4.0;

    /** @param array<array-key, mixed> $timeline as JSON gives it */
    public static function of(array $timeline): ?string
    {
        $tracks = array_slice(self::tracks($timeline['tracks'] ?? null), 0, self::TRACKS);
        if ($tracks === []) {
            return null;
        }
        $canvas = new Canvas;
        $longest = max(1e-9, ...array_map(static fn (array $track): float => array_sum(array_column($track, 'length')), $tracks));
        $height = min(44.0, (Canvas::HEIGHT - 24) / count($tracks));
        foreach ($tracks as $number => $track) {
            $x = 10.0;
            $y = 12 + $number * $height;
            $canvas->line(10, $y + $height - 3, Canvas::WIDTH - 10, $y + $height - 3);
            foreach ($track as $clip) {
                $width = $clip['length'] / $longest * (Canvas::WIDTH - 20);
                if ($clip['name'] !== null) {
                    $canvas->rectangle($x, $y, max(1.5, $width - 1), $height - 6, $number % 2 === 0 ? Canvas::TINT : Canvas::BRASS_TINT, Canvas::RULE);
                    if ($width > 26) {
                        $canvas->words($x + 4, $y + min(15, $height - 9), mb_substr($clip['name'], 0, (int) ($width / 6.2)), 11.5);
                    }
                }
                $x += $width;
            }
        }

        return $canvas->svg();
    }

    /** @return list<list<array{name: ?string, length: float}>> a gap has no name */
    private static function tracks(mixed $stack): array
    {
        $tracks = [];
        foreach (is_array($stack) && is_array($stack['children'] ?? null) ? array_slice($stack['children'], 0, self::TRACKS) : [] as $track) {
            $clips = [];
            foreach (is_array($track) && is_array($track['children'] ?? null) ? array_slice($track['children'], 0, self::CLIPS) : [] as $child) {
                $kind = is_array($child) && is_string($child['OTIO_SCHEMA'] ?? null) ? strtok($child['OTIO_SCHEMA'], '.') : null;
                // A transition lies over what is beside it and takes no time of its own.
                if (is_array($child) && $kind !== null && $kind !== 'Transition') {
                    $clips[] = ['name' => $kind === 'Gap' ? null : (is_string($child['name'] ?? null) ? $child['name'] : ''), 'length' => self::length($child)];
                }
            }
            if ($clips !== []) {
                $tracks[] = $clips;
            }
        }

        return $tracks;
    }

    /** @param array<array-key, mixed> $clip */
    private static function length(array $clip): float
    {
        $media = $clip['media_references'][$clip['active_media_reference_key'] ?? 'DEFAULT_MEDIA'] ?? $clip['media_reference'] ?? null;
        foreach ([$clip['source_range'] ?? null, is_array($media) ? ($media['available_range'] ?? null) : null] as $range) {
            $duration = is_array($range) ? ($range['duration'] ?? null) : null;
            if (is_array($duration) && is_numeric($duration['value'] ?? null) && is_numeric($duration['rate'] ?? null) && $duration['rate'] > 0 && $duration['value'] >= 0) {
                return min(1e7, (float) $duration['value'] / (float) $duration['rate']);
            }
        }

        return self::UNKNOWN;
    }
}
