<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

use Hafenbuch\Core\Reference\PathMap;

/** What a crate will hold, before anything is written. */
final readonly class CratePlan
{
    /**
     * @param  list<CrateEntry>  $entries  in the order in which they are reached, those that are left out among them
     * @param  list<LeadOut>  $leadOut
     * @param  int  $references  of the packed files, which lead somewhere
     * @param  array<string, string>  $leads  from the ends of references to paths in the crate
     * @param  array<string, string>  $missing  by path of the workspace at which nothing is: where the crate's references to it lead
     * @param  list<string>  $partlyRead  ends of packed files that may refer to more than was read
     */
    public function __construct(public array $entries, public array $leadOut, public int $references, private array $leads, public array $missing, public array $partlyRead, public string $fingerprint) {}

    public function leads(): PathMap
    {
        return PathMap::of($this->leads);
    }

    /** @return list<CrateEntry> */
    public function packed(): array
    {
        return array_values(array_filter($this->entries, static fn (CrateEntry $entry): bool => $entry->isIn()));
    }

    /** @return list<CrateEntry> */
    public function leftOut(): array
    {
        return array_values(array_filter($this->entries, static fn (CrateEntry $entry): bool => ! $entry->isIn()));
    }

    /** @return list<LeadOut> that nobody has said anything about */
    public function unsettled(): array
    {
        return array_values(array_filter($this->leadOut, static fn (LeadOut $lead): bool => ! $lead->isAccepted));
    }

    public function bytes(): int
    {
        return array_sum(array_map(static fn (CrateEntry $entry): int => $entry->file->size, $this->packed()));
    }
}
