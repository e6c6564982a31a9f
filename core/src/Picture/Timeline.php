<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Picture;

/** The tracks of a timeline and what lies on them (OpenTimelineIO, https://opentimelineio.readthedocs.io). Times are in seconds. */
final readonly class Timeline
{
    private const TRACKS = 60;

    private const CLIPS = 2000;

    /** A clip that says no length is drawn as if it had so many seconds. */
    public const UNKNOWN = 4.0;

    /** @param list<array{name: string, clips: list<array{name: ?string, start: float, length: float, isKnown: bool, address: ?string}>}> $tracks a gap has no name */
    private function __construct(public array $tracks) {}

    public static function of(string $json): self
    {
        $timeline = json_decode($json, true, 64);
        $stack = is_array($timeline) ? ($timeline['tracks'] ?? null) : null;
        $tracks = [];
        foreach (is_array($stack) && is_array($stack['children'] ?? null) ? array_slice($stack['children'], 0, self::TRACKS) : [] as $track) {
            $clips = [];
            $at = 0.0;
            foreach (is_array($track) && is_array($track['children'] ?? null) ? array_slice($track['children'], 0, self::CLIPS) : [] as $child) {
                $kind = is_array($child) && is_string($child['OTIO_SCHEMA'] ?? null) ? strtok($child['OTIO_SCHEMA'], '.') : null;
                // A transition lies over what is beside it and takes no time of its own.
                if (is_array($child) && $kind !== null && $kind !== 'Transition') {
                    $media = self::media($child);
                    $length = self::lengthOf($child, $media);
                    $address = $media['target_url'] ?? null;
                    $clips[] = [
                        'name' => $kind === 'Gap' ? null : (is_string($child['name'] ?? null) ? $child['name'] : ''), 'start' => $at, 'length' => $length ?? self::UNKNOWN, 'isKnown' => $length !== null,
                        'address' => is_string($address) && $kind !== 'Gap' ? $address : null,
                    ];
                    $at += $length ?? self::UNKNOWN;
                }
            }
            if ($clips !== []) {
                $tracks[] = ['name' => is_array($track) && is_string($track['name'] ?? null) ? $track['name'] : '', 'clips' => $clips];
            }
        }

        return new self($tracks);
    }

    /** Of its longest track, in seconds. */
    public function seconds(): float
    {
        return max(0.0, ...array_map(static fn (array $track): float => array_sum(array_column($track['clips'], 'length')), $this->tracks));
    }

    /**
     * @param  array<array-key, mixed>  $clip
     * @return array<array-key, mixed>
     */
    private static function media(array $clip): array
    {
        $key = $clip['active_media_reference_key'] ?? 'DEFAULT_MEDIA';
        $all = $clip['media_references'] ?? null;
        $media = is_array($all) && is_string($key) ? ($all[$key] ?? null) : ($clip['media_reference'] ?? null);

        return is_array($media) ? $media : [];
    }

    /**
     * @param  array<array-key, mixed>  $clip
     * @param  array<array-key, mixed>  $media
     */
    private static function lengthOf(array $clip, array $media): ?float
    {
        foreach ([$clip['source_range'] ?? null, $media['available_range'] ?? null] as $range) {
            $duration = is_array($range) ? ($range['duration'] ?? null) : null;
            if (is_array($duration) && is_numeric($duration['value'] ?? null) && is_numeric($duration['rate'] ?? null) && $duration['rate'] > 0 && $duration['value'] >= 0) {
                return min(1e7, (float) $duration['value'] / (float) $duration['rate']);
            }
        }

        return null;
    }
}
