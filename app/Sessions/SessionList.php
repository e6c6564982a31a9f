<?php

declare(strict_types=1);

namespace App\Sessions;

use App\Models\Document;
use App\Models\KeptSession;
use App\Models\SessionItem;
use App\Models\SessionStage;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use Illuminate\Database\Eloquent\Collection;

/** The sessions that a person has, and those of others that they may read. */
final class SessionList
{
    /** @return Collection<int, KeptSession> their own first, the newest first, each with its stages */
    public function of(User $person): Collection
    {
        return KeptSession::query()->readableBy($person)->with('stages', 'sharedWith', 'person')->get()
            ->sortBy([static fn (KeptSession $a, KeptSession $b): int => [! $a->isOf($person), $a->is_before] <=> [! $b->isOf($person), $b->is_before], static fn (KeptSession $a, KeptSession $b): int => $b->at <=> $a->at])->values();
    }

    /** @throws Refused */
    public function named(User $person, string $name): KeptSession
    {
        $own = KeptSession::query()->where('user_id', $person->id)->where('name', $name)->first();
        if ($own !== null) {
            return $own;
        }
        $shared = KeptSession::query()->readableBy($person)->with('person')->where('name', $name)->get();
        if ($shared->count() > 1) {
            throw Refused::because("“{$name}” is shared by several: ".$shared->map(static fn (KeptSession $session): string => $session->person->name)->implode(', ').'. Open it in the browser, where each is shown by itself.');
        }

        return $shared->first() ?? throw Refused::because("There is no session “{$name}” of yours, and none that is shared with you. See session:list.");
    }

    /** @throws Refused */
    public function stage(KeptSession $session, ?int $number = null): SessionStage
    {
        return $session->stages()->when($number !== null, static fn ($stages) => $stages->where('number', $number))->first()?->setRelation('session', $session)
            ?? throw Refused::because($number === null ? "The session “{$session->name}” was deleted meanwhile." : "The session “{$session->name}” has no stage {$number}; it may have gone to make room for later ones.");
    }

    /**
     * A kept document is this one from now on.
     *
     * @throws Refused
     */
    public function match(KeptSession $session, int $item, Workspace $workspace, string $path): void
    {
        $document = Document::at($workspace, $path) ?? throw Refused::because("There is no document {$path} in “{$workspace->name}”.");
        $kept = SessionItem::query()->whereHas('stage', static fn ($stage) => $stage->where('kept_session_id', $session->id))->find($item)
            ?? throw Refused::because("The session “{$session->name}” has no such document any more.");
        $kept->update(['workspace_id' => $workspace->id, 'workspace_name' => $workspace->name, 'document_id' => $document->id]);
    }

    /** What was open in a workspace before another session was opened there. */
    public static function newestBefore(Workspace $workspace, User $person): ?KeptSession
    {
        $stages = SessionItem::query()->where('workspace_id', $workspace->id)->select('session_stage_id');

        /** @var ?KeptSession $newest */
        $newest = KeptSession::query()->where('user_id', $person->id)->where('is_before', true)->whereIn('id', SessionStage::query()->whereIn('id', $stages)->select('kept_session_id'))->latest('id')->first();

        return $newest;
    }

    /** @return list<Workspace> where the person may be, by name */
    public function workspaces(User $person): array
    {
        return array_values(Workspace::query()->whereHas('members', static fn ($members) => $members->whereKey($person->id))->orderBy('name')->get()->all());
    }
}
