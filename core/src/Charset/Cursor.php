<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Charset;

use Hafenbuch\Core\Text\Patience;
use Hafenbuch\Core\Text\Pattern;

/** Walks forward through a text and knows each place in its bytes too. */
final class Cursor
{
    /** So many characters are passed at once; PCRE writes a repeated group out. */
    private const STRIDE = 64;

    private int $textAt = 0;

    private int $byteAt = 0;

    /** @var list<array{string, int, int}> of ISO-2022-JP */
    private readonly array $runs;

    private int $run = 0;

    public function __construct(private readonly CodedText $coded)
    {
        $this->runs = $coded->charset->family === Family::Iso2022Jp ? Iso2022Jp::runs($coded->bytes) : [];
    }

    /** @param int $offset in the text, at the border of a character and not before the last one that was asked for */
    public function to(int $offset): BytePlace
    {
        if ($this->coded->isSame()) {
            return new BytePlace($offset);
        }
        $characters = mb_strlen(substr($this->coded->text, $this->textAt, $offset - $this->textAt), 'UTF-8');
        $this->textAt = $offset;

        return match ($this->coded->charset->family) {
            Family::SingleByte => new BytePlace($this->byteAt += $characters),
            Family::Iso2022Jp => $this->alongRuns($characters),
            default => $this->alongCharacters($characters),
        };
    }

    private function alongCharacters(int $characters): BytePlace
    {
        $character = $this->coded->charset->family->character();
        while ($characters > 0) {
            Patience::spend();
            $count = min($characters, self::STRIDE);
            Pattern::matches("~\\G(?:{$character}){{$count}}+~s", $this->coded->bytes, $match, 0, $this->byteAt);
            $this->byteAt += strlen($match[0] ?? '');
            $characters -= $count;
        }

        return new BytePlace($this->byteAt);
    }

    private function alongRuns(int $characters): BytePlace
    {
        while (true) {
            [$escape, $start, $length] = $this->runs[$this->run];
            $at = max($this->byteAt, $start);
            $width = Iso2022Jp::width($escape);
            $left = intdiv($start + $length - $at + $width - 1, $width);
            // At the border of two runs a place belongs to the earlier one, before the escape sequence.
            if ($characters <= $left || ! isset($this->runs[$this->run + 1])) {
                $this->byteAt = $characters === 0 ? $this->byteAt : min($at + $characters * $width, $start + $length);

                return new BytePlace($this->byteAt, $this->byteAt >= $start && $escape !== Iso2022Jp::ASCII ? $escape : '');
            }
            $characters -= $left;
            $this->run++;
        }
    }
}
