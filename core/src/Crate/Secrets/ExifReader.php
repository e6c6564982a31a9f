<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Secrets;

/** Reads directories of tags (TIFF 6.0, section 2); offsets count from the start of their header. */
final readonly class ExifReader
{
    public function __construct(private string $bytes, private int $start, private int $end, private bool $isLittle) {}

    /** @return ?int null: it would lie beyond the end */
    public function long(int $at): ?int
    {
        return $at < 0 || $this->start + $at + 4 > $this->end ? null : ((array) unpack($this->isLittle ? 'V' : 'N', $this->bytes, $this->start + $at))[1];
    }

    private function short(int $at): ?int
    {
        return $at < 0 || $this->start + $at + 2 > $this->end ? null : ((array) unpack($this->isLittle ? 'v' : 'n', $this->bytes, $this->start + $at))[1];
    }

    /** @return iterable<array{int, int, int, int}> tag, type, count, and where its value or the offset of that stands */
    public function entries(int $at, int $most): iterable
    {
        $count = min($this->short($at) ?? 0, $most);
        for ($number = 0; $number < $count; $number++) {
            $entry = $at + 2 + 12 * $number;
            [$tag, $type, $values] = [$this->short($entry), $this->short($entry + 2), $this->long($entry + 4)];
            if ($tag === null || $type === null || $values === null || $this->long($entry + 8) === null) {
                return;
            }
            yield [$tag, $type, $values, $entry + 8];
        }
    }
}
