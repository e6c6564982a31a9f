<?php

declare(strict_types=1);

namespace App\Sessions;

use App\Models\KeptSession;
use App\Models\SessionStage;
use App\Models\User;
use App\Models\Workspace;
use App\Past\Recovery\WatchSettings;
use App\Quay\KeptDecisions;
use App\Quay\Preferences;
use App\Quay\Quay;
use App\Support\Refused;
use Illuminate\Support\Facades\DB;

/** Keeps what a person has open under a name. No file is written by that. */
final readonly class Keeping
{
    private const NAME_LENGTH = 120;

    private const TRIES = 5;

    /**
     * @param  list<Workspace>  $workspaces  whose quays are kept
     * @param  bool  $everything  also the drafts with their steps, the decisions and the settings of the watch
     * @param  bool  $isNew  whether there must be no session of that name yet; else it makes a new stage of it
     *
     * @throws Refused
     */
    public function keep(User $person, string $name, array $workspaces, bool $everything, ?string $note = null, bool $isNew = false): SessionStage
    {
        $name = self::name($name);

        return DB::transaction(function () use ($person, $name, $workspaces, $everything, $note, $isNew): SessionStage {
            self::oneAtATime($person);
            $session = KeptSession::query()->where('user_id', $person->id)->where('name', $name)->first();
            if ($session !== null && ($isNew || $session->is_before)) {
                throw Refused::because("You have a session “{$name}” already. Choose another name".($session->is_before ? '.' : ', or keep it again as its next stage.'));
            }
            if ($session === null && KeptSession::query()->where('user_id', $person->id)->count() >= Limits::SESSIONS) {
                throw Refused::because('You have '.Limits::SESSIONS.' sessions. Delete some that you do not need any more.');
            }
            $session ??= KeptSession::query()->create(['user_id' => $person->id, 'name' => $name, 'is_before' => false, 'at' => now()]);
            $stage = $this->stage($session, $person, $workspaces, $everything, $note);
            if ($stage->documents === 0) {
                throw Refused::because('Nothing is open there, so there is nothing to keep.');
            }
            $session->update(['at' => now()]);
            foreach ($workspaces as $workspace) {
                self::isOpen($person, $workspace, $stage);
            }
            Limits::ofStages($session, $person);

            return $stage;
        }, self::TRIES);
    }

    /**
     * Keeps it and clears the quay, in one act. Where only the list is kept, what has a draft goes to the hold.
     *
     * @param  list<Workspace>  $workspaces
     *
     * @throws Refused
     */
    public function putAway(User $person, string $name, array $workspaces, bool $everything, ?string $note = null, bool $isNew = false): SessionStage
    {
        return DB::transaction(function () use ($person, $name, $workspaces, $everything, $note, $isNew): SessionStage {
            $stage = $this->keep($person, $name, $workspaces, $everything, $note, $isNew);
            foreach ($workspaces as $workspace) {
                $stays = $everything ? [] : array_fill_keys(DB::table('quay_items')->join('drafts', 'drafts.document_id', '=', 'quay_items.document_id')
                    ->where('workspace_id', $workspace->id)->where('quay_items.user_id', $person->id)->orderBy('position')->pluck('drafts.document_id')->all(), true);
                (new Quay($workspace, $person))->arrange($stays, true);
                (new KeptDecisions($workspace, $person))->clear();
                DB::table('open_sessions')->where('user_id', $person->id)->where('workspace_id', $workspace->id)->delete();
            }

            return $stage;
        }, self::TRIES);
    }

    /**
     * What is open before another session is opened, which is not let go of for that.
     *
     * @param  list<Workspace>  $workspaces
     * @return ?string the name; null: nothing is open
     */
    public function before(User $person, KeptSession $other, array $workspaces): ?string
    {
        $wanted = mb_substr("before opening {$other->name}", 0, self::NAME_LENGTH - 6);
        $name = $wanted;
        for ($number = 2; KeptSession::query()->where('user_id', $person->id)->where('name', $name)->exists(); $number++) {
            $name = "{$wanted} ({$number})";
        }
        $session = KeptSession::query()->create(['user_id' => $person->id, 'name' => $name, 'is_before' => true, 'at' => now()]);
        if ($this->stage($session, $person, $workspaces, true, null)->documents === 0) {
            $session->delete();

            return null;
        }
        Limits::ofBefore($person, $other);

        return $name;
    }

    /** Two acts of one person on their sessions come one after the other. */
    public static function oneAtATime(User $person): void
    {
        DB::table('users')->where('id', $person->id)->lockForUpdate()->first();
    }

    public static function isOpen(User $person, Workspace $workspace, SessionStage $stage): void
    {
        DB::table('open_sessions')->updateOrInsert(['user_id' => $person->id, 'workspace_id' => $workspace->id], ['session_stage_id' => $stage->id]);
    }

    /** @throws Refused */
    public static function name(string $name): string
    {
        $name = trim($name);
        if ($name === '' || mb_strlen($name) > self::NAME_LENGTH || preg_match('~[\x00-\x1f\x7f]~', $name) === 1) {
            throw Refused::because('A session needs a name of 1 to '.self::NAME_LENGTH.' characters in one line.');
        }

        return $name;
    }

    /** @param list<Workspace> $workspaces */
    private function stage(KeptSession $session, User $person, array $workspaces, bool $everything, ?string $note): SessionStage
    {
        $settings = ['quay' => Preferences::of($person)->ofQuay()];
        if ($everything) {
            $settings['watch'] = get_object_vars(WatchSettings::of($person));
        }
        $settings['open'] = DB::table('open_sessions')->where('user_id', $person->id)->whereIn('workspace_id', array_column($workspaces, 'id'))->pluck('session_stage_id', 'workspace_id')->all();
        $stage = SessionStage::query()->create([
            'kept_session_id' => $session->id, 'number' => 1 + (int) SessionStage::query()->where('kept_session_id', $session->id)->max('number'),
            'has_everything' => $everything, 'note' => $note, 'settings' => $settings, 'at' => now(),
        ]);
        foreach ($workspaces as $workspace) {
            $this->items($stage, $workspace, $person, $everything);
        }
        $stage->setRelation('session', $session)->fill(self::sums($stage))->save();

        return $stage;
    }

    /**
     * One statement reads everything at one moment; the contents are in the store already, and stay for as long as a row names them.
     */
    private function items(SessionStage $stage, Workspace $workspace, User $person, bool $everything): void
    {
        $drafts = $everything ? 'dr.hash, dr.size, dr.base_hash, if(dr.hash is null, null, (select max(s.id) from draft_steps s where s.document_id = d.id and s.at < dr.created_at)), if(dr.hash is null, null, d.step_id), if(dr.hash is null, null, (select max(n.id) from draft_steps n where n.document_id = d.id)), k.choice'
            : 'null, null, null, null, null, null, null';
        DB::insert(
            "insert into session_items (session_stage_id, position, workspace_id, workspace_name, document_id, path, title, saved_hash, size, is_held, view, label, draft_hash, draft_size, base_hash, first_step, step_id, last_step, choice)
             select ?, ? + row_number() over (order by q.place = 'hold', q.position, q.id), d.workspace_id, ?, d.id, d.path, d.title, d.saved_hash, d.size, q.place = 'hold', v.view,
                (select l.label from versions l where l.document_id = d.id and l.hash = d.saved_hash and l.label is not null order by l.number desc limit 1), {$drafts}
             from quay_items q join documents d on d.id = q.document_id and d.dropped_at is null
             left join drafts dr on dr.document_id = d.id
             left join decisions k on k.workspace_id = q.workspace_id and k.user_id = q.user_id and k.document_id = d.id
             left join document_views v on v.user_id = q.user_id and v.document_id = d.id and v.name = ''
             where q.workspace_id = ? and q.user_id = ? and q.place in ('shown', 'hold')",
            [$stage->id, (int) $stage->items()->max('position'), $workspace->name, $workspace->id, $person->id],
        );
    }

    /** @return array{documents: int, drafts: int, bytes: int} */
    public static function sums(SessionStage $stage): array
    {
        $sums = DB::selectOne('select count(*) as documents, count(draft_hash) as drafts from session_items where session_stage_id = ?', [$stage->id]);
        $bytes = DB::selectOne('select coalesce(sum(size), 0) as bytes from (select max(draft_size) as size from session_items where session_stage_id = ? and draft_hash is not null group by draft_hash) as own', [$stage->id]);

        return ['documents' => (int) $sums->documents, 'drafts' => (int) $sums->drafts, 'bytes' => (int) $bytes->bytes];
    }
}
