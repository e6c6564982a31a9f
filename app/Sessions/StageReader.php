<?php

declare(strict_types=1);

namespace App\Sessions;

use App\Models\QuayItem;
use App\Models\SessionItem;
use App\Models\SessionStage;
use App\Models\User;
use App\Models\Workspace;
use App\Rights\FolderRights;
use App\Support\ManyValues;
use App\Workspace\Settings;
use App\Workspace\StandingLocks;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Release\Mark;
use Hafenbuch\Core\Session\DocumentNow;
use Hafenbuch\Core\Session\KeptDocument;
use Hafenbuch\Core\Session\WorkspaceNow;
use Illuminate\Support\Facades\DB;

/** Reads what a stage has kept, and what the workspaces say of it now. */
final class StageReader
{
    /** Who keeps a person from writing where no other person does: their role, the folder’s rights, the document’s state. */
    private const RULES = 'the rules of the workspace';

    /**
     * What the person may read of a stage: all of an own one, of a shared one what lies in workspaces of theirs.
     *
     * @return list<SessionItem>
     */
    public function items(SessionStage $stage, User $person): array
    {
        $mine = $stage->session->isOf($person) ? null : DB::table('workspace_members')->where('user_id', $person->id)->pluck('workspace_id')->all();

        return array_values(SessionItem::query()->where('session_stage_id', $stage->id)->when($mine !== null, static fn ($items) => $items->whereIn('workspace_id', $mine ?? []))->orderBy('position')->get()->all());
    }

    /**
     * @param  list<SessionItem>  $items
     * @return list<KeptDocument>
     */
    public function kept(array $items): array
    {
        return array_map(static fn (SessionItem $item): KeptDocument => new KeptDocument(
            $item->id, $item->workspace_name, $item->document_id, $item->path, $item->title, $item->saved_hash, $item->is_held, $item->draft_hash, $item->base_hash,
        ), $items);
    }

    /**
     * What the person has open in a workspace, as a session would keep it.
     *
     * @return list<KeptDocument>
     */
    public function open(Workspace $workspace, User $person): array
    {
        $rows = DB::table('quay_items as q')->join('documents as d', 'd.id', '=', 'q.document_id')->leftJoin('drafts as dr', 'dr.document_id', '=', 'd.id')
            ->where('q.workspace_id', $workspace->id)->where('q.user_id', $person->id)->where('q.place', '!=', QuayItem::AWAY)->whereNull('d.dropped_at')
            ->orderByRaw("q.place = 'hold', q.position, q.id")->get(['q.id as key', 'd.id', 'd.path', 'd.title', 'd.saved_hash', 'q.place', 'dr.hash', 'dr.base_hash']);

        return array_values($rows->map(static fn (object $row): KeptDocument => new KeptDocument(
            $row->key, $workspace->name, $row->id, $row->path, $row->title, $row->saved_hash, $row->place === QuayItem::HOLD, $row->hash, $row->base_hash,
        ))->all());
    }

    /**
     * @param  list<SessionItem>  $items
     * @return array<string, ?WorkspaceNow> by the name under which the items know it; null: the person may not see it, or it is gone
     */
    public function workspaces(array $items, User $person): array
    {
        $by = [];
        foreach ($items as $item) {
            $by[$item->workspace_name][] = $item;
        }
        $now = [];
        foreach ($by as $name => $own) {
            $workspace = $this->workspace($own, $person);
            $now[(string) $name] = $workspace === null ? null : $this->now($workspace, $person, $this->kept($own));
        }

        return $now;
    }

    /** @param non-empty-list<SessionItem> $items of one workspace */
    public function workspace(array $items, User $person): ?Workspace
    {
        return Workspace::query()->whereHas('members', static fn ($members) => $members->whereKey($person->id))->find($items[0]->workspace_id);
    }

    /**
     * Whatever the kept documents may be now: by their identity; and where that is not there, by their content, place or name.
     *
     * @param  list<KeptDocument>  $kept
     */
    public function now(Workspace $workspace, User $person, array $kept): WorkspaceNow
    {
        $open = [];
        foreach ($this->open($workspace, $person) as $one) {
            $open[(string) $one->id] = $one->isHeld;
        }
        $documents = $this->documents($workspace, $person, [...array_map(strval(...), array_keys($open)), ...array_values(array_filter(array_map(static fn (KeptDocument $one): ?string => $one->id, $kept)))]);
        $lost = array_values(array_filter($kept, static fn (KeptDocument $one): bool => ($documents[(string) $one->id] ?? null)?->isThere() !== true));
        if ($lost !== []) {
            $documents += $this->documents($workspace, $person, $this->candidates($workspace, $lost));
        }

        return new WorkspaceNow($documents, $open);
    }

    /**
     * @param  list<KeptDocument>  $lost
     * @return list<string> ids
     */
    private function candidates(Workspace $workspace, array $lost): array
    {
        $ids = [];
        $here = static fn () => DB::table('documents')->where('workspace_id', $workspace->id)->whereNull('dropped_at');
        foreach (ManyValues::portions(array_values(array_unique(array_filter(array_map(static fn (KeptDocument $one): ?string => $one->savedHash, $lost))))) as $hashes) {
            array_push($ids, ...ManyValues::among($here(), 'saved_hash', $hashes)->pluck('id')->all());
        }
        foreach (ManyValues::portions($lost) as $chunk) {
            array_push($ids, ...ManyValues::among($here(), 'path_key', array_map(static fn (KeptDocument $one): string => Path::key($one->path), $chunk))->pluck('id')->all());
        }
        // No index knows names; one look at all paths finds them for however many are lost.
        $names = array_fill_keys(array_map(static fn (KeptDocument $one): string => Path::nameOf($one->path), $lost), true);
        $pdo = DB::connection()->getPdo();
        $statement = $pdo->prepare("select id, substring_index(path, '/', -1) as name from documents where workspace_id = ? and dropped_at is null");
        $statement->execute([$workspace->id]);
        while (($row = $statement->fetch(\PDO::FETCH_ASSOC)) !== false) {
            if (isset($names[$row['name']])) {
                $ids[] = $row['id'];
            }
        }

        return array_values(array_unique($ids));
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, DocumentNow> by id
     */
    private function documents(Workspace $workspace, User $person, array $ids): array
    {
        $documents = [];
        [$rights, $chain] = [FolderRights::of($workspace, $person), Settings::of($workspace)->chain()];
        foreach (ManyValues::portions(array_values(array_unique($ids))) as $chunk) {
            $rows = ManyValues::among(DB::table('documents as d'), 'd.id', $chunk)->leftJoin('drafts as dr', 'dr.document_id', '=', 'd.id')
                ->leftJoinSub(StandingLocks::holders()->where('held.user_id', '!=', $person->id), 'l', 'l.document_id', '=', 'd.id')->leftJoin('users as u', 'u.id', '=', 'l.user_id')
                ->where('d.workspace_id', $workspace->id)->get(['d.id', 'd.path', 'd.saved_hash', 'd.is_gone', 'd.dropped_at', 'dr.hash', 'u.name as locked_by', 'd.release_state', 'd.release_revision']);
            $past = $rows->filter(static fn (object $row): bool => $row->dropped_at !== null || (bool) $row->is_gone)->pluck('id')->all();
            $versions = $past === [] ? [] : ManyValues::among(DB::table('versions'), 'document_id', $past)->groupBy('document_id')->selectRaw('document_id, max(number) as number')->pluck('number', 'document_id')->all();
            foreach ($rows as $row) {
                $mark = new Mark($row->release_state, $row->release_revision);
                $documents[$row->id] = new DocumentNow($row->id, $row->path, $row->saved_hash, $row->hash, (bool) $row->is_gone, $row->dropped_at !== null, $versions[$row->id] ?? null,
                    $row->locked_by ?? (($rights->withheld($row->path) ?? ($row->release_state === null ? null : $chain->withholds($mark))) === null ? null : self::RULES), $row->release_state === null ? null : $mark->words());
            }
        }

        return $documents;
    }
}
