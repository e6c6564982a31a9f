<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

use Hafenbuch\Core\Format\MalformedContent;

/** Collects what is malformed in a content, so that reading goes on behind it: of a document in mid-typing only the broken place is not read. */
final class Faults
{
    /** A content with more of them is none of its format, and is not worth reading on. */
    private const MOST = 1000;

    private ?MalformedContent $first = null;

    private int $count = 0;

    /** @param int $offset in bytes */
    public function note(string $bytes, int $offset, string $what): void
    {
        // To find line and column takes the length of the content, so it is done once.
        $this->first ??= MalformedContent::at($bytes, $offset, $what);
        $this->count++;
    }

    public function areTooMany(): bool
    {
        return $this->count > self::MOST;
    }

    /** @return ?string the first, with its line and column; null where there is none */
    public function words(): ?string
    {
        return $this->first === null ? null : $this->first->getMessage().'. What stands around it was read.';
    }
}
