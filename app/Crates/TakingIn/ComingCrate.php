<?php

declare(strict_types=1);

namespace App\Crates\TakingIn;

use Hafenbuch\Core\Crate\Back\Homes;

/** A crate that was opened, with what taking it in would do. */
final readonly class ComingCrate
{
    /** @param list<ComingRow> $rows by path */
    public function __construct(public OpenedCrate $opened, public ComingWish $wish, public SentFiles $sent, public Homes $homes, public array $rows) {}

    /** @return list<ComingRow> that become drafts */
    public function bringing(): array
    {
        return array_values(array_filter($this->rows, fn (ComingRow $row): bool => $row->state()->brings() && $row->row->came !== null && $this->wish->wants($row->place())));
    }

    public function name(): string
    {
        return $this->opened->description->name ?? $this->sent->crate->name ?? 'a crate';
    }
}
