<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Charset;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Change\Changes;

/** The text of a content, and the way between its places and those of the content's bytes. */
final readonly class CodedText
{
    public string $text;

    private bool $isSame;

    public function __construct(public string $bytes, public Charset $charset)
    {
        $this->text = $charset->decode($bytes);
        // Once, since each place asks: to compare two equal contents takes their length.
        $this->isSame = $this->text === $bytes;
    }

    /** Whether a place in the text is the same in the bytes. */
    public function isSame(): bool
    {
        return $this->isSame;
    }

    /** Whether it is UTF-8 without damage, as which it can be read and written with no further thought. */
    public function isPlain(): bool
    {
        return $this->charset->isUtf8() && $this->isSame();
    }

    /** @return ?int where in the text the first byte stands that is no part of a character; null: there is none */
    public function damage(): ?int
    {
        $at = $this->isSame() ? false : strpos($this->text, Charset::REPLACEMENT);
        $cursor = new Cursor($this);
        // The replacement character itself can have been written by someone.
        while ($at !== false && $this->charset->encode(Charset::REPLACEMENT) !== null) {
            $start = $cursor->to($at)->offset;
            $end = $cursor->to($at + strlen(Charset::REPLACEMENT))->offset;
            if (substr($this->bytes, $start, $end - $start) !== $this->charset->encode(Charset::REPLACEMENT)) {
                return $at;
            }
            $at = strpos($this->text, Charset::REPLACEMENT, $at + strlen(Charset::REPLACEMENT));
        }

        return $at === false ? null : $at;
    }

    /** The place in the text of a place in the bytes, at the border of a character. */
    public function inText(int $offset): int
    {
        return $this->allInText([$offset])[$offset];
    }

    /**
     * @param  list<int>  $offsets  in the bytes, at the borders of characters
     * @return array<int, int> by them: the places in the text
     */
    public function allInText(array $offsets): array
    {
        sort($offsets);
        $places = [];
        $bytesAt = $textAt = 0;
        foreach ($offsets as $offset) {
            $escape = $this->charset->family === Family::Iso2022Jp ? Iso2022Jp::escapeBefore($this->bytes, $bytesAt) : '';
            $textAt += $this->isSame() ? $offset - $bytesAt : strlen($this->charset->decode($escape.substr($this->bytes, $bytesAt, $offset - $bytesAt)));
            $places[$offset] = $textAt;
            $bytesAt = $offset;
        }

        return $places;
    }

    /**
     * Changes of the text as changes of the bytes; what they leave as it is keeps its bytes, also where others could stand for it.
     *
     * @throws UnsayableText
     */
    public function inBytes(Changes $changes): Changes
    {
        $cursor = new Cursor($this);
        $made = [];
        foreach ($changes->all as $change) {
            $start = $cursor->to($change->at);
            $end = $cursor->to($change->end());
            $made[] = new Change($start->offset, $end->offset - $start->offset, $this->written($change->inserted, $start, $end));
        }

        return Changes::of(...$made);
    }

    /** @throws UnsayableText */
    public function written(string $text, BytePlace $start, BytePlace $end): string
    {
        $bytes = $this->charset->encode($text) ?? throw UnsayableText::in($this->charset, $text);

        return $start->opening().$bytes.$end->escape;
    }
}
