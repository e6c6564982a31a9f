<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

/** A string value in a JSON text. `offset` and `length` are those of the text inside its quotes. */
final readonly class JsonString
{
    /** @param string $pointer where it stands (RFC 6901) */
    public function __construct(public string $pointer, public int $offset, public int $length) {}
}
