<?php

declare(strict_types=1);

namespace App\Crates;

use App\Models\Crate;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;

/** What differs if a crate is packed again with the same choices. */
final readonly class CrateDifferences
{
    public function __construct(private PackWishReader $wishes, private Packing $packing) {}

    /** @return array{rows: list<array{path: string, how: string}>, problem: ?string} problem: why it cannot be packed again */
    public function of(Workspace $workspace, User $person, Crate $crate): array
    {
        try {
            $plan = $this->packing->prepare($workspace, $person, $this->wishes->read($workspace, $person, $crate->wish, $crate->name))->plan;
        } catch (Refused $refused) {
            return ['rows' => [], 'problem' => $refused->getMessage()];
        }
        $was = $crate->documents()->pluck('base_hash', 'path')->all();
        $is = [];
        foreach ($plan->packed() as $entry) {
            $is[$entry->file->path()] = $entry->file->hash;
        }
        $rows = [];
        foreach ($is as $path => $hash) {
            if (($was[$path] ?? null) !== $hash) {
                $rows[] = ['path' => (string) $path, 'how' => isset($was[$path]) ? 'changed' : 'new'];
            }
        }
        foreach (array_keys(array_diff_key($was, $is)) as $path) {
            $rows[] = ['path' => (string) $path, 'how' => 'no longer in'];
        }
        usort($rows, static fn (array $a, array $b): int => $a['path'] <=> $b['path']);

        return ['rows' => $rows, 'problem' => null];
    }
}
