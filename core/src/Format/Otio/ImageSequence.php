<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Otio;

use Hafenbuch\Core\Format\Lexer\JsonString;
use Hafenbuch\Core\Format\Notation\JsonStringValue;
use Hafenbuch\Core\Reference\ReferenceSite;

/** The files of an ImageSequenceReference: one base, and a name for each frame (OpenTimelineIO, imageSequenceReference.cpp). */
final class ImageSequence
{
    /** A sequence with more frames is no part of an evening’s show, and would be more references than a document may have. */
    private const FRAMES = 20_000;

    /**
     * @param  array<string, mixed>  $reference  as decoded JSON
     * @param  JsonString  $base  where its `target_url_base` stands
     * @return ?list<ReferenceSite> one for each frame, all at the place of the base; null: what it says makes no sequence
     */
    public static function sites(string $bytes, array $reference, JsonString $base): ?array
    {
        $names = self::names($reference);
        $written = substr($bytes, $base->offset, $base->length);

        return $names === null ? null : array_map(static function (string $name) use ($base, $written): ReferenceSite {
            $notation = new SequenceBase($name, new JsonStringValue);

            return new ReferenceSite('frame', $base->offset, $base->length, $notation->decode($written), $notation);
        }, $names);
    }

    /**
     * @param  array<string, mixed>  $reference
     * @return ?list<string>
     */
    private static function names(array $reference): ?array
    {
        $duration = $reference['available_range']['duration'] ?? null;
        [$value, $unit, $rate, $step] = [$duration['value'] ?? null, $duration['rate'] ?? null, $reference['rate'] ?? null, $reference['frame_step'] ?? 1];
        if (! is_numeric($value) || ! is_numeric($unit) || ! is_numeric($rate) || ! is_numeric($step) || $unit <= 0 || $rate <= 0 || $step < 1) {
            return null;
        }
        $count = $value / $unit * $rate / $step;
        [$first, $padding] = [$reference['start_frame'] ?? 1, $reference['frame_zero_padding'] ?? 0];
        if ($count < 1 || $count > self::FRAMES || ! is_int($first) || ! is_int($padding) || $padding < 0 || $padding > 20) {
            return null;
        }
        [$prefix, $suffix] = [(string) ($reference['name_prefix'] ?? ''), (string) ($reference['name_suffix'] ?? '')];

        return array_map(static function (int $image) use ($first, $step, $padding, $prefix, $suffix): string {
            $number = $first + $image * (int) $step;

            return $prefix.($number < 0 ? '-' : '').str_pad((string) abs($number), $padding, '0', STR_PAD_LEFT).$suffix;
        }, range(0, (int) floor($count) - 1));
    }
}
