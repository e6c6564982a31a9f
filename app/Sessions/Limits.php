<?php

declare(strict_types=1);

namespace App\Sessions;

use App\Models\KeptSession;
use App\Models\SessionStage;
use App\Models\User;
use App\Quay\Preferences;

/** How many stages of a session, and how many quays of before, stay. */
final class Limits
{
    public const BEFORE = 10;

    /** Sessions of one person. */
    public const SESSIONS = 500;

    /** The newest stage and those with a label always stay. */
    public static function ofStages(KeptSession $session, User $person): void
    {
        $stays = SessionStage::query()->where('kept_session_id', $session->id)->whereNull('label')->orderByDesc('number')->limit(Preferences::of($person)->stages)->pluck('id')->all();
        SessionStage::query()->where('kept_session_id', $session->id)->whereNull('label')->whereNotIn('id', $stays)->delete();
    }

    public static function ofBefore(User $person, KeptSession $but): void
    {
        $stays = KeptSession::query()->where('user_id', $person->id)->where('is_before', true)->orderByDesc('id')->limit(self::BEFORE)->pluck('id')->all();
        KeptSession::query()->where('user_id', $person->id)->where('is_before', true)->whereKeyNot($but->id)->whereNotIn('id', $stays)->delete();
    }
}
