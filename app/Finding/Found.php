<?php

declare(strict_types=1);

namespace App\Finding;

use Hafenbuch\Core\Find\Query;

/** What a search has found. */
final readonly class Found
{
    /**
     * @param  list<Hit>  $hits  the best first
     * @param  bool  $isMore  whether there are more than these
     * @param  list<array{typed: string, meant: list<string>}>  $corrected  words that stand nowhere, and those that were looked for instead
     * @param  int  $behind  documents whose words are still being read
     */
    public function __construct(public Query $query, public array $hits, public bool $isMore, public array $corrected, public int $behind) {}
}
