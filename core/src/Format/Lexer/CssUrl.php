<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

use Hafenbuch\Core\Reference\Notation;

/** One address in a style sheet: the stretch inside its quotes or parentheses. */
final readonly class CssUrl
{
    public function __construct(
        public int $offset,
        public int $length,
        public Notation $notation,
        public bool $isImport,
    ) {}
}
