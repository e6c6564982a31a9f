<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Find;

/** Words that are looked for. */
final readonly class Term
{
    /**
     * @param  string  $typed  as it stands in the query, without its quotes
     * @param  non-empty-list<string>  $words  folded
     * @param  bool  $isWhole  whether they stood in quotes: then they follow one another, and no part of a word and no wrong letter will do
     */
    public function __construct(public string $typed, public array $words, public bool $isWhole) {}
}
