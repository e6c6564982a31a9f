<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Editing;

/** A stretch of bytes and what is to stand in its place. */
final readonly class Edit
{
    public function __construct(public int $offset, public int $length, public string $text = '') {}

    /** Takes a stretch away, and with it the lines that would be left with nothing on them. */
    public static function removing(string $bytes, int $offset, int $end): self
    {
        $start = $offset - strspn(strrev(substr($bytes, max(0, $offset - 400), min(400, $offset))), " \t");
        $after = $end + strspn($bytes, " \t", $end);
        $startsLine = $start === 0 || $bytes[$start - 1] === "\n" || $bytes[$start - 1] === "\r";
        $endsLine = $after >= strlen($bytes) || $bytes[$after] === "\n" || $bytes[$after] === "\r";
        if (! $startsLine || ! $endsLine) {
            return new self($offset, $end - $offset);
        }
        $lineEnd = substr_compare($bytes, "\r\n", min($after, strlen($bytes)), 2) === 0 ? 2 : 1;

        return new self($start, min($after + $lineEnd, strlen($bytes)) - $start);
    }

    /** @param list<self> $edits that do not overlap */
    public static function apply(string $bytes, array $edits): string
    {
        usort($edits, static fn (self $a, self $b): int => $b->offset <=> $a->offset);
        foreach ($edits as $edit) {
            $bytes = substr_replace($bytes, $edit->text, $edit->offset, $edit->length);
        }

        return $bytes;
    }
}
