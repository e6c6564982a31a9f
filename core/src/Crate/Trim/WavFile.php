<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Trim;

/** The parts of a WAV file with PCM sound (RIFF, and Multimedia Data Standards Update, April 1994; EBU Tech 3285 for bext). */
final readonly class WavFile
{
    private const PCM = 1;

    private const FLOAT = 3;

    private const EXTENSIBLE = 0xFFFE;

    /** Chunks that name samples by their numbers, which a cut would falsify. */
    private const MARKS = ['cue ', 'smpl', 'plst', 'wavl'];

    /** Bytes of all chunks beside the sound. */
    private const AROUND = 4 * 1024 * 1024;

    private const CHUNKS = 1000;

    /** Where a bext chunk counts the samples since midnight. */
    private const TIME_REFERENCE = 338;

    /**
     * @param  int  $rate  samples a second
     * @param  int  $frameBytes  of one sample of all channels
     * @param  int  $dataAt  where the sound begins
     * @param  int  $frames  of it
     * @param  string  $before  chunks before the sound
     * @param  string  $after  chunks behind it
     */
    private function __construct(public int $rate, public int $frameBytes, public int $dataAt, public int $frames, private string $before, private string $after) {}

    /**
     * @param  \Closure(int, int): string  $read  bytes from an offset on, fewer at the end
     * @param  int  $size  of the file
     *
     * @throws CannotTrim
     */
    public static function read(\Closure $read, int $size): self
    {
        $head = $read(0, 12);
        if (! str_starts_with($head, 'RIFF') || substr($head, 8, 4) !== 'WAVE') {
            throw CannotTrim::because(str_starts_with($head, 'RF64') ? 'it is in the form for more than 4 GiB' : 'it is no WAV file');
        }
        $format = $data = null;
        $before = $after = '';
        for ($at = 12, $count = 0; $at + 8 <= $size && $count < self::CHUNKS; $count++) {
            $chunk = $read($at, 8);
            [$name, $length] = [substr($chunk, 0, 4), strlen($chunk) === 8 ? ((array) unpack('V', $chunk, 4))[1] : 0];
            if (in_array($name, self::MARKS, true)) {
                throw CannotTrim::because('it has marks that stand at samples');
            }
            $whole = 8 + $length + ($length & 1);
            if ($name === 'data') {
                $data = [$at + 8, min($length, $size - $at - 8)];
            } else {
                if (strlen($before) + strlen($after) + $whole > self::AROUND) {
                    throw CannotTrim::because('it holds more than sound');
                }
                $bytes = $read($at, $whole);
                $format = $name === 'fmt ' ? substr($bytes, 8) : $format;
                $data === null ? $before .= $bytes : $after .= $bytes;
            }
            $at += $whole;
        }

        return self::of($format, $data, $before, $after);
    }

    /** @param ?array{int, int} $data */
    private static function of(?string $format, ?array $data, string $before, string $after): self
    {
        if ($format === null || strlen($format) < 16 || $data === null) {
            throw CannotTrim::because('its format or its sound is missing');
        }
        $facts = (array) unpack('vtag/vchannels/Vrate/Vbytes/valign/vbits', $format);
        $tag = $facts['tag'] === self::EXTENSIBLE && strlen($format) >= 26 ? ((array) unpack('v', $format, 24))[1] : $facts['tag'];
        if (! in_array($tag, [self::PCM, self::FLOAT], true) || $facts['align'] < 1 || $facts['rate'] < 1) {
            throw CannotTrim::because('its sound is coded, and not PCM');
        }

        return new self($facts['rate'], $facts['align'], $data[0], intdiv($data[1], $facts['align']), $before, $after);
    }

    /** Bytes before the sound in a file that holds only some of it. */
    public function head(int $from, int $frames): string
    {
        $sound = $frames * $this->frameBytes;
        $around = self::counting($this->before, $from, $frames);

        return 'RIFF'.pack('V', 4 + strlen($around) + 8 + $sound + ($sound & 1) + strlen($this->after)).'WAVE'.$around.'data'.pack('V', $sound);
    }

    public function tail(int $from, int $frames): string
    {
        return (($frames * $this->frameBytes) & 1 ? "\0" : '').self::counting($this->after, $from, $frames);
    }

    /** @return int bytes of a file that holds only so many frames */
    public function size(int $frames): int
    {
        return strlen($this->head(0, $frames)) + $frames * $this->frameBytes + strlen($this->tail(0, $frames));
    }

    /** What counts samples in the chunks around counts those that are left. */
    private static function counting(string $chunks, int $from, int $frames): string
    {
        for ($at = 0; $at + 8 <= strlen($chunks);) {
            $length = ((array) unpack('V', $chunks, $at + 4))[1];
            $name = substr($chunks, $at, 4);
            if ($name === 'fact' && $length >= 4) {
                $chunks = substr_replace($chunks, pack('V', $frames), $at + 8, 4);
            } elseif ($name === 'bext' && $length >= self::TIME_REFERENCE + 8) {
                $place = $at + 8 + self::TIME_REFERENCE;
                $chunks = substr_replace($chunks, pack('P', ((array) unpack('P', $chunks, $place))[1] + $from), $place, 8);
            }
            $at += 8 + $length + ($length & 1);
        }

        return $chunks;
    }
}
