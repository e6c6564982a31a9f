<?php

declare(strict_types=1);

namespace App\Console;

use App\Finding\SearchIndex;
use App\Models\Workspace;
use App\Past\Store\Inventory;
use App\Support\Refused;
use App\Workspace\Catalogue\Catalogues;
use App\Workspace\Graph\WorkspaceGraphs;

final class CheckContents extends HafenbuchCommand
{
    private const LISTED = 50;

    protected $signature = 'check {--clear : Free what nothing refers to}';

    protected $description = 'Prove that every content that something refers to is in the store, whole, that nothing is left over, and that what is derived is right';

    public function handle(Inventory $inventory, WorkspaceGraphs $graphs, Catalogues $catalogues, SearchIndex $words): int
    {
        $freed = $this->option('clear') ? $inventory->sweep() ?? throw Refused::because('An operation is running, or a backup is being made. Nothing was freed; try again when it is done.') : null;
        $findings = $inventory->check();
        $derived = $this->derived($graphs, $catalogues, $words);
        $code = $this->answer([
            'contents' => $findings->sound, 'bytes' => $findings->bytes, 'missing' => $this->named($findings->missing), 'damaged' => $this->named($findings->damaged),
            'leftOver' => $findings->leftOver, 'leftOverBytes' => $findings->leftOverBytes, 'recent' => $findings->recent, 'freed' => $freed, 'derivedWrong' => $derived,
        ], [
            "{$findings->sound} contents are whole, {$findings->bytes} bytes.",
            ...$this->lines('missing', $findings->missing), ...$this->lines('damaged', $findings->damaged),
            ...$freed === null ? [] : ["Freed {$freed['contents']} contents, {$freed['bytes']} bytes."],
            $findings->leftOver === 0 ? 'Nothing is left over.' : "Nothing refers to {$findings->leftOver} contents, {$findings->leftOverBytes} bytes. Free them with: bin/hafenbuch check --clear",
            ...array_map(static fn (string $slug, int $count): string => $count === 0
                ? "{$slug}: who refers to whom, what lies where, and which words stand in what, is kept as the tables say it."
                : "{$slug}: of {$count} documents something else was kept than the tables say; it is made anew.", array_keys($derived), $derived),
        ]);
        if (! $findings->isSound()) {
            throw Refused::because(count($findings->missing).' contents are missing and '.count($findings->damaged).' are damaged. Bring them back from a backup of the store; everything else is whole and works.');
        }

        return $code;
    }

    /** @return array<string, int> by workspace: of how many documents something else was kept */
    private function derived(WorkspaceGraphs $graphs, Catalogues $catalogues, SearchIndex $words): array
    {
        $wrong = [];
        foreach (Workspace::query()->orderBy('slug')->get() as $workspace) {
            $wrong[(string) $workspace->slug] = count(array_unique([...$graphs->check($workspace), ...$catalogues->check($workspace), ...$words->check($workspace)]));
        }

        return $wrong;
    }

    /**
     * @param  array<string, list<string>>  $found
     * @return list<array{hash: string, of: list<string>}>
     */
    private function named(array $found): array
    {
        return array_map(static fn (string $hash, array $of): array => ['hash' => $hash, 'of' => $of], array_map(strval(...), array_keys($found)), array_values($found));
    }

    /**
     * @param  array<string, list<string>>  $found
     * @return list<string>
     */
    private function lines(string $how, array $found): array
    {
        $lines = [];
        foreach (array_slice($found, 0, self::LISTED, true) as $hash => $of) {
            $lines[] = "{$how}: {$hash}, which is ".implode('; ', $of);
        }

        return $lines;
    }
}
