<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Charset;

/** A place between two bytes of a content. */
final readonly class BytePlace
{
    /** @param string $escape by which a reader is brought into the state in which the place is reached; empty: none is needed */
    public function __construct(public int $offset, public string $escape = '') {}

    /** What must stand before bytes that begin in no state. */
    public function opening(): string
    {
        return $this->escape === '' ? '' : Iso2022Jp::ASCII;
    }
}
