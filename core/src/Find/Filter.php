<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Find;

/** One narrowing of a search. */
final readonly class Filter
{
    /**
     * @param  string  $words  as it stands in the query
     * @param  int  $offset  of the words in the query, in bytes
     * @param  string  $value  a format or an ending, a path, a state, a moment (ISO 8601, UTC), a person’s number, or what a field says (`*` for anything)
     * @param  ?string  $field  whose value it is
     */
    public function __construct(public FilterKind $kind, public string $words, public int $offset, public string $value, public ?string $field = null) {}
}
