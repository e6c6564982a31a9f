<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Find;

/** What somebody looks for. */
final readonly class Query
{
    /**
     * @param  list<Term>  $terms  all of them must be there
     * @param  list<Filter>  $filters  of one kind, one must hold; of those that say different things, all
     */
    public function __construct(public array $terms, public array $filters) {}

    public function isEmpty(): bool
    {
        return $this->terms === [] && $this->filters === [];
    }

    /** @return list<string> all words, folded, in their order */
    public function words(): array
    {
        return array_merge(...array_map(static fn (Term $term): array => $term->words, $this->terms));
    }

    /** @return list<Filter> */
    public function of(FilterKind $kind): array
    {
        return array_values(array_filter($this->filters, static fn (Filter $filter): bool => $filter->kind === $kind));
    }

    /** @return list<string> */
    public function values(FilterKind $kind): array
    {
        return array_column($this->of($kind), 'value');
    }
}
