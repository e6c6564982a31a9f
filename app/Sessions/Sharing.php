<?php

declare(strict_types=1);

namespace App\Sessions;

use App\Models\KeptSession;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use Illuminate\Support\Facades\DB;

/** Whose a session is, who else may read it, and its end. */
final readonly class Sharing
{
    /**
     * @param  list<Workspace>  $with  whose members may read it; none: nobody else
     * @return list<string> the names of these
     *
     * @throws Refused
     */
    public function share(KeptSession $session, User $person, array $with): array
    {
        self::refuseOthers($session, $person);
        foreach ($with as $workspace) {
            if (! $workspace->hasMember($person)) {
                throw Refused::because("You are no member of the workspace “{$workspace->name}”, so you cannot share anything with it.");
            }
        }
        $session->sharedWith()->sync(array_map(static fn (Workspace $workspace): int => $workspace->id, $with));

        return array_map(static fn (Workspace $workspace): string => $workspace->name, $with);
    }

    /** @return list<Workspace> whose documents the session holds, as far as the person is a member */
    public function ownWorkspaces(KeptSession $session, User $person): array
    {
        $ids = DB::table('session_items')->join('session_stages', 'session_stages.id', '=', 'session_stage_id')->where('kept_session_id', $session->id)->whereNotNull('workspace_id')->distinct()->pluck('workspace_id')->all();

        return array_values(Workspace::query()->whereKey($ids)->whereHas('members', static fn ($members) => $members->whereKey($person->id))->orderBy('name')->get()->all());
    }

    /**
     * @return int bytes that only this session kept; they come free at the next sweep
     *
     * @throws Refused
     */
    public function delete(KeptSession $session, User $person): int
    {
        self::refuseOthers($session, $person);

        return DB::transaction(static function () use ($session, $person): int {
            Keeping::oneAtATime($person);
            $bytes = self::ownBytes($session);
            $session->delete();

            return $bytes;
        });
    }

    /** Bytes of drafts that nothing but this session keeps. */
    public static function ownBytes(KeptSession $session): int
    {
        return (int) DB::selectOne(
            'select coalesce(sum(size), 0) as bytes from (
                select i.draft_hash, max(i.draft_size) as size from session_items i join session_stages s on s.id = i.session_stage_id
                where s.kept_session_id = ? and i.draft_hash is not null
                  and not exists (select 1 from drafts d where d.hash = i.draft_hash) and not exists (select 1 from versions v where v.hash = i.draft_hash)
                  and not exists (select 1 from recovery_point_items p where p.hash = i.draft_hash) and not exists (select 1 from draft_steps t where t.hash = i.draft_hash and t.inserted is null)
                  and not exists (select 1 from session_items o join session_stages os on os.id = o.session_stage_id where o.draft_hash = i.draft_hash and os.kept_session_id <> s.kept_session_id)
                group by i.draft_hash) as own',
            [$session->id],
        )->bytes;
    }

    /** @throws Refused */
    public static function refuseOthers(KeptSession $session, User $person): void
    {
        if (! $session->isOf($person)) {
            throw Refused::because("The session “{$session->name}” is {$session->person->name}’s; you may read it and open it as your own.");
        }
    }
}
