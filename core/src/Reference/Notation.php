<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** How one syntax writes a value at a place: its escapes, entities and quoting. */
interface Notation
{
    /** The value that the bytes stand for. */
    public function decode(string $bytes): string;

    /**
     * Bytes that stand for the value there: `decode(encode($value)) === $value`.
     *
     * @throws UnwritableValue when the syntax has no way to write it
     */
    public function encode(string $value): string;
}
