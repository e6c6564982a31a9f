<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Picture;

/**
 * How loud a recording is from its begin to its end, of files with plain samples (RIFF WAVE, https://www.mmsp.ece.mcgill.ca/Documents/AudioFormats/WAVE/WAVE.html).
 * It looks into a few places of each stretch, so that a day of sound takes no longer than a minute of it.
 */
final readonly class WavePeaks
{
    private const STRETCHES = 120;

    /** Frames that are looked at in a stretch. */
    private const FRAMES = 512;

    private const CHUNKS = 200;

    private const PCM = 1;

    private const FLOATS = 3;

    private const EXTENSIBLE = 0xFFFE;

    /** @param list<float> $peaks from 0 to 1 */
    private function __construct(public array $peaks, public float $seconds) {}

    /**
     * @param  resource  $file
     * @return ?self null: it is none, or its samples are packed
     */
    public static function of(mixed $file): ?self
    {
        $head = (string) fread($file, 12);
        if (strlen($head) < 12 || ! str_starts_with($head, 'RIFF') || substr($head, 8) !== 'WAVE') {
            return null;
        }
        $format = null;
        for ($chunk = 0; $chunk < self::CHUNKS; $chunk++) {
            $head = (string) fread($file, 8);
            if (strlen($head) < 8) {
                return null;
            }
            $size = unpack('V', $head, 4)[1];
            if (str_starts_with($head, 'fmt ') && $size >= 16) {
                $format = (string) fread($file, min($size, 64));
                fseek($file, $size - strlen($format) + $size % 2, SEEK_CUR);
            } elseif (str_starts_with($head, 'data') && $format !== null) {
                return self::read($file, $format, (int) ftell($file), $size);
            } elseif (fseek($file, $size + $size % 2, SEEK_CUR) !== 0) {
                return null;
            }
        }

        return null;
    }

    /** @param resource $file */
    private static function read(mixed $file, string $format, int $at, int $size): ?self
    {
        ['kind' => $kind, 'channels' => $channels, 'rate' => $rate, 'bits' => $bits] = unpack('vkind/vchannels/Vrate/Vbytes/vframe/vbits', $format);
        if ($kind === self::EXTENSIBLE && strlen($format) >= 26) {
            $kind = unpack('v', $format, 24)[1];
        }
        $frame = $channels * intdiv($bits, 8);
        $isKnown = ($kind === self::PCM && in_array($bits, [8, 16, 24, 32], true)) || ($kind === self::FLOATS && $bits === 32);
        $stat = fstat($file);
        $frames = $frame === 0 ? 0 : intdiv(min($size, max(0, ($stat === false ? 0 : $stat['size']) - $at)), $frame);
        if (! $isKnown || $rate === 0 || $frames === 0) {
            return null;
        }
        $peaks = [];
        for ($stretch = 0; $stretch < self::STRETCHES; $stretch++) {
            $from = intdiv($frames * $stretch, self::STRETCHES);
            $count = max(1, min(self::FRAMES, intdiv($frames * ($stretch + 1), self::STRETCHES) - $from));
            fseek($file, $at + $from * $frame);
            $peaks[] = self::peak((string) fread($file, $count * $frame), $kind, $bits);
        }

        return new self($peaks, $frames / $rate);
    }

    private static function peak(string $bytes, int $kind, int $bits): float
    {
        if ($kind === self::FLOATS) {
            return (float) max(0.0, ...array_map(static fn (float $value): float => is_finite($value) ? abs($value) : 0.0, array_values((array) unpack('g*', $bytes))));
        }
        $values = match ($bits) {
            8 => array_map(static fn (int $value): int => $value - 128, array_values((array) unpack('C*', $bytes))),
            16 => array_map(static fn (int $value): int => $value >= 0x8000 ? $value - 0x10000 : $value, array_values((array) unpack('v*', $bytes))),
            // The highest byte of each says how loud it is.
            24, 32 => self::highest($bytes, intdiv($bits, 8)),
            default => [],
        };

        return $values === [] ? 0.0 : max(abs(max($values)), abs(min($values))) / match ($bits) {
            16 => 32768, default => 128,
        };
    }

    /** @return list<int> */
    private static function highest(string $bytes, int $each): array
    {
        $values = [];
        for ($at = $each - 1, $end = strlen($bytes); $at < $end; $at += $each) {
            $value = ord($bytes[$at]);
            $values[] = $value >= 0x80 ? $value - 0x100 : $value;
        }

        return $values;
    }
}
