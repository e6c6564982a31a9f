<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

use Hafenbuch\Core\Reference\Address;

/** References that are to end elsewhere, in whichever documents they stand, and the files from elsewhere that come in for them. */
final readonly class Relinking
{
    /**
     * @param  array<string, string>  $leads  from one end of references to another, see Address; Address::NOWHERE takes them out
     * @param  list<Arrival>  $arrivals
     * @param  ?list<string>  $documents  the ids of those whose references are led elsewhere; null: of all
     */
    public function __construct(public array $leads = [], public array $arrivals = [], public ?array $documents = null) {}

    public static function none(): self
    {
        return new self;
    }

    public function isEmpty(): bool
    {
        return $this->leads === [] && $this->arrivals === [];
    }

    /** @return list<string> the paths that files get */
    public function paths(): array
    {
        return array_map(static fn (Arrival $arrival): string => $arrival->to, $this->arrivals);
    }

    /** @return list<string> the paths of the workspace where references are to end */
    public function targets(): array
    {
        return array_values(array_unique(array_filter($this->leads, static fn (string $end): bool => Address::of($end) === null)));
    }
}
