<?php

declare(strict_types=1);

namespace App\Saving;

use App\Models\User;
use App\Models\Workspace;
use App\Rights\FolderRights;
use App\Support\ManyValues;
use App\Workspace\Graph\WorkspaceGraphs;
use App\Workspace\Settings;
use App\Workspace\StandingLocks;
use Hafenbuch\Core\Plan\Choice;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Plan\ReleasedDocument;
use Hafenbuch\Core\Plan\ReleasePlanner;
use Hafenbuch\Core\Release\Mark;
use Hafenbuch\Core\Release\ReleaseWish;
use Illuminate\Support\Facades\DB;

/** Adds to a plan where its documents go in the chain of states. */
final readonly class ReleaseReader
{
    public function __construct(private WorkspaceGraphs $graphs) {}

    /** @param array<string, Choice> $choices by document id */
    public function add(Workspace $workspace, User $person, Plan $plan, array $choices): Plan
    {
        $wishes = array_filter(array_map(static fn (Choice $choice): ?ReleaseWish => $choice->release, $choices));
        if ($wishes === []) {
            return $plan;
        }
        $graph = $this->graphs->of($workspace);
        $below = [];
        foreach ($wishes as $id => $wish) {
            $below[$id] = $wish->withBelow ? $graph->walk()->below([(string) $id]) : [];
        }
        $moving = array_values(array_unique([...array_map(strval(...), array_keys($wishes)), ...array_merge(...array_values($below))]));
        $targets = array_combine($moving, array_map($graph->targetsOf(...), $moving));
        $documents = $this->documents($workspace, $person, array_values(array_unique([...$moving, ...array_merge(...array_values($targets))])), $targets);

        return (new ReleasePlanner(Settings::of($workspace)->chain(), $person->can('keep', $workspace)))->add($plan, $wishes, $documents, $below);
    }

    /**
     * @param  list<string>  $ids
     * @param  array<string, list<string>>  $targets  by document id
     * @return array<string, ReleasedDocument> by id
     */
    private function documents(Workspace $workspace, User $person, array $ids, array $targets): array
    {
        $rights = FolderRights::of($workspace, $person);
        $documents = [];
        foreach (ManyValues::portions($ids) as $chunk) {
            $rows = ManyValues::among(DB::table('documents as d'), 'd.id', $chunk)->leftJoin('drafts', 'drafts.document_id', '=', 'd.id')
                ->leftJoinSub(StandingLocks::holders()->where('held.user_id', '!=', $person->id), 'locks', 'locks.document_id', '=', 'd.id')->leftJoin('users', 'users.id', '=', 'locks.user_id')
                ->where('d.workspace_id', $workspace->id)->whereNull('d.dropped_at')
                ->get(['d.id', 'd.path', 'd.saved_hash', 'd.is_gone', 'd.release_state', 'd.release_revision', 'drafts.hash as draft_hash', 'users.name as locked_by']);
            foreach ($rows as $row) {
                $withheld = $row->locked_by === null ? $rights->withheld($row->path) : "{$row->locked_by} has locked it. Ask for the lock, or leave it.";
                $documents[$row->id] = new ReleasedDocument($row->id, $row->path, new Mark($row->release_state, $row->release_revision), $row->saved_hash !== null && ! $row->is_gone, $row->draft_hash !== null, $withheld, $targets[$row->id] ?? []);
            }
        }

        return $documents;
    }
}
