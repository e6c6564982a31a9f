<?php

declare(strict_types=1);

namespace App\Sessions;

use App\Models\KeptSession;
use App\Models\SessionStage;
use App\Models\User;
use Illuminate\Support\Facades\DB;

/** Makes a shared session one’s own: what its reader may see of it, under a name that is free. */
final class SessionCopy
{
    private const COLUMNS = 'position, workspace_id, workspace_name, document_id, path, title, saved_hash, size, is_held, view, draft_hash, draft_size, base_hash, first_step, step_id, last_step, steps_hash, choice, label';

    public function of(SessionStage $stage, User $person): SessionStage
    {
        $session = KeptSession::query()->create(['user_id' => $person->id, 'name' => self::freeName($person, $stage->session->name), 'is_before' => false, 'at' => now()]);
        $copy = SessionStage::query()->create([
            'kept_session_id' => $session->id, 'number' => 1, 'has_everything' => $stage->has_everything, 'note' => $stage->note, 'settings' => ['quay' => $stage->settings['quay'] ?? []], 'at' => now(),
        ]);
        $columns = self::COLUMNS;
        DB::insert("insert into session_items (session_stage_id, {$columns}) select ?, {$columns} from session_items where session_stage_id = ? and workspace_id in (select workspace_id from workspace_members where user_id = ?)", [$copy->id, $stage->id, $person->id]);
        DB::insert('insert into session_contents (session_stage_id, hash) select ?, hash from session_contents where session_stage_id = ?', [$copy->id, $stage->id]);
        $copy->setRelation('session', $session)->fill(Keeping::sums($copy))->save();

        return $copy;
    }

    /** A name that the person has no session of. */
    public static function freeName(User $person, string $wanted): string
    {
        $name = $wanted;
        for ($number = 2; KeptSession::query()->where('user_id', $person->id)->where('name', $name)->exists(); $number++) {
            $name = mb_substr($wanted, 0, 110)." ({$number})";
        }

        return $name;
    }
}
