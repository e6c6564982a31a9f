<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Lexer;

/** Finds what ends something in a text. Where an end is missing once it is missing from there on, and is not sought again at each beginning. */
final class Terminators
{
    /** @var array<string, int> by what ends it: from where on there is none */
    private array $missing = [];

    public function __construct(private readonly string $text) {}

    /** @return ?int where it begins, at `from` or behind it */
    public function next(string $end, int $from): ?int
    {
        if ($from >= ($this->missing[$end] ?? PHP_INT_MAX) || $from > strlen($this->text)) {
            return null;
        }
        $at = strpos($this->text, $end, $from);
        if ($at === false) {
            $this->missing[$end] = $from;

            return null;
        }

        return $at;
    }
}
