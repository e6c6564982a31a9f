<?php

declare(strict_types=1);

namespace App\Together;

use App\Drafts\Locks;
use App\Models\Document;
use App\Models\Notice;
use App\Models\User;
use App\Support\Refused;
use App\Workspace\Pulse;
use Illuminate\Support\Facades\DB;

/** Asking for a lock, and the answer in place. */
final class LockWishes
{
    private const TRIES = 5;

    /** @throws Refused */
    public static function ask(Document $document, User $asker, ?string $text): void
    {
        $holder = Locks::holder($document);
        if ($holder === null) {
            throw Refused::because("Nobody has locked {$document->path} any more. Lock it for yourself.");
        }
        if ($holder->id === $asker->id) {
            throw Refused::because("You have the lock on {$document->path} yourself.");
        }
        DB::transaction(static function () use ($document, $asker, $holder, $text): void {
            // Whoever asks again asks once, with the newer words.
            Notice::query()->where('document_id', $document->id)->where('from_id', $asker->id)->where('kind', Notice::ASKED)->whereNull('done_at')->delete();
            self::tell($document, $holder, $asker, Notice::ASKED, $text);
        }, self::TRIES);
    }

    /**
     * @param  bool  $isGiven  whether the holder leaves the lock to whoever asks
     *
     * @throws Refused
     */
    public static function answer(Notice $notice, User $holder, bool $isGiven, ?string $text): void
    {
        $asker = $notice->from ?? throw Refused::because('Whoever asked is gone.');
        DB::transaction(static function () use ($notice, $holder, $asker, $isGiven, $text): void {
            $open = Notice::query()->lockForUpdate()->find($notice->id);
            if ($open === null || $open->done_at !== null || $open->kind !== Notice::ASKED || $open->user_id !== $holder->id) {
                throw Refused::because('This was answered already.');
            }
            if ($isGiven) {
                if (! $asker->can('draft', $notice->document->workspace)) {
                    throw Refused::because("{$asker->name} does not write in this workspace any more.");
                }
                Locks::give($notice->document, $holder, $asker);
            }
            $open->update(['done_at' => now()]);
            self::tell($notice->document, $asker, $holder, $isGiven ? Notice::GIVEN : Notice::NOT_YET, $text);
        }, self::TRIES);
        Pulse::tellPerson($notice->document->workspace, $holder, Pulse::NOTICES);
    }

    private static function tell(Document $document, User $to, User $from, string $kind, ?string $text): void
    {
        Notice::query()->create(['workspace_id' => $document->workspace_id, 'user_id' => $to->id, 'from_id' => $from->id, 'document_id' => $document->id, 'kind' => $kind, 'text' => $text, 'at' => now()]);
        Pulse::tellPerson($document->workspace, $to, Pulse::NOTICES);
    }
}
