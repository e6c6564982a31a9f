<?php

declare(strict_types=1);

namespace App\TakeIn;

use App\Models\Document;
use App\Models\Operation;
use App\Models\User;
use App\Models\Workspace;
use App\Relink\Stray;
use App\Relink\StrayKind;
use App\Relink\StrayList;
use App\Saving\Execution;
use App\Saving\Planning;
use App\Saving\PreparedPlan;
use App\Support\ManyValues;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Settings;
use App\Workspace\Sources;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Plan\Relinking;
use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\TakeIn\SourceFile;
use Hafenbuch\Core\TakeIn\TakeInPlanner;
use Illuminate\Support\Facades\DB;

/** Brings what lies elsewhere into the workspace, with the references to it, by a plan as everything else. */
final readonly class TakeIn
{
    public function __construct(private Planning $planning, private Execution $execution) {}

    public function list(Workspace $workspace, User $person, TakeInWish $wish): TakeInList
    {
        $strays = self::outside($workspace, $person, $wish);
        [$sources, $refused] = SourceReader::read($workspace, Sources::of($workspace, $person), array_map(static fn (Stray $stray): string => $stray->places[0]->path, $strays));
        $choices = [];
        foreach ($sources as $source) {
            $choices[$source->path] = $wish->choice($source);
        }
        $files = WorkspaceFiles::of($workspace);
        $taken = self::taken($workspace);
        $rows = TakeInPlanner::rows(
            $sources, Settings::of($workspace)->incoming(), array_filter($choices), self::present($workspace, $sources),
            static fn (string $path): bool => isset($taken[Document::key(Path::fold($path))]) || $files->stat($path) !== null,
            static fn (string $path): ?string => Document::at($workspace, $path)?->saved_hash,
        );

        return new TakeInList($rows, $strays, $refused);
    }

    public function plan(Workspace $workspace, User $person, TakeInWish $wish): PreparedPlan
    {
        return $this->planning->prepare($workspace, $person, [], $this->relinking($this->list($workspace, $person, $wish), $wish));
    }

    /**
     * @param  ?string  $fingerprint  of the plan that the person has read; null: whatever it is now
     *
     * @throws \App\Saving\PlanChanged|\App\Saving\PlanBlocked
     */
    public function carryOut(Workspace $workspace, User $person, TakeInWish $wish, ?string $fingerprint, ?string $note = null): TakenIn
    {
        $list = $this->list($workspace, $person, $wish);
        $relinking = $this->relinking($list, $wish);
        $entry = $relinking->isEmpty() ? null : $this->execution->save($workspace, $person, [], $fingerprint, $note, null, $relinking);
        $left = self::outside($workspace, $person, $wish);
        $outside = [];
        foreach ($left as $path => $stray) {
            foreach ($stray->places as $place) {
                $outside[] = ['raw' => $place->raw, 'path' => $place->path, 'why' => $list->why((string) $path)];
            }
        }

        return new TakenIn($entry, $entry === null ? 0 : self::onDisk($workspace, $entry, $relinking), self::count($list->strays) - self::count($left), $outside);
    }

    private function relinking(TakeInList $list, TakeInWish $wish): Relinking
    {
        $relinking = TakeInPlanner::relinking($list->rows);
        $wanted = array_map(static fn (string $path): string => Address::end($path), array_map(strval(...), array_keys($list->strays)));
        $inside = array_fill_keys(array_map(static fn ($arrival): string => $arrival->to, $relinking->arrivals), true);

        // What only files refer to that stay outside, or are here already, needs nothing.
        return new Relinking($inside === [] ? array_intersect_key($relinking->leads, array_flip($wanted)) : $relinking->leads, $relinking->arrivals, $wish->documents);
    }

    /** @return array<string, Stray> by absolute path */
    private static function outside(Workspace $workspace, User $person, TakeInWish $wish): array
    {
        $outside = [];
        foreach (StrayList::of($workspace, $person)->all($wish->documents) as $end => $stray) {
            $address = Address::of((string) $end);
            if ($stray->kind === StrayKind::Outside && $address !== null && Address::isFile($address)) {
                $outside[$address] = $stray;
            }
        }

        return $outside;
    }

    /** @return array<string, true> the folded keys of paths that documents have */
    private static function taken(Workspace $workspace): array
    {
        return array_fill_keys(DB::table('documents')->where('workspace_id', $workspace->id)->whereNull('dropped_at')->pluck('fold_key')->all(), true);
    }

    /**
     * @param  list<SourceFile>  $sources
     * @return array<string, string> path by SHA-256
     */
    private static function present(Workspace $workspace, array $sources): array
    {
        $present = [];
        foreach (ManyValues::portions(array_map(static fn (SourceFile $source): string => $source->hash, $sources)) as $hashes) {
            $present += ManyValues::among(DB::table('documents'), 'saved_hash', $hashes)->where('workspace_id', $workspace->id)->whereNull('dropped_at')->where('is_gone', false)->orderByDesc('path')->pluck('path', 'saved_hash')->all();
        }

        return $present;
    }

    private static function onDisk(Workspace $workspace, Operation $entry, Relinking $relinking): int
    {
        $files = WorkspaceFiles::of($workspace);
        $arrived = array_fill_keys(array_map(static fn ($arrival): string => $arrival->to, $relinking->arrivals), true);

        return $entry->lines->filter(static fn ($line): bool => isset($arrived[$line->path]) && $files->has($line->path))->count();
    }

    /** @param array<string, Stray> $strays */
    private static function count(array $strays): int
    {
        return array_sum(array_map(static fn (Stray $stray): int => count($stray->places), $strays));
    }
}
