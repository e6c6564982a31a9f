<?php

declare(strict_types=1);

namespace App\Crates\TakingIn;

use Hafenbuch\Core\Crate\Back\ReturnRow;
use Hafenbuch\Core\Crate\Back\ReturnState;
use Hafenbuch\Core\Crate\DescribedVersion;

/** A file that comes, or should have come, with what becomes of it here. */
final readonly class ComingRow
{
    /**
     * @param  string  $path  where it comes to
     * @param  ?string  $clash  why what came does not become the draft by itself; the way out is a choice
     */
    public function __construct(public ReturnRow $row, public string $path, public ?string $clash = null) {}

    public function state(): ReturnState
    {
        return $this->row->state;
    }

    /** Where it lay for whoever packed it. */
    public function cameFrom(): ?string
    {
        return $this->row->came?->described->cameFrom ?? $this->row->came->place ?? $this->row->sent?->place;
    }

    public function place(): string
    {
        return $this->row->came->place ?? $this->row->sent->place ?? '';
    }

    /** @return list<DescribedVersion> that they made */
    public function versions(): array
    {
        $ours = array_filter([$this->row->sent?->hash, $this->row->sent?->baseHash]);

        return array_values(array_filter($this->row->came?->described->versions ?? [], static fn (DescribedVersion $version): bool => ! in_array($version->hash, $ours, true)));
    }
}
