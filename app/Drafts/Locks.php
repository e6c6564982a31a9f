<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Document;
use App\Models\Operation;
use App\Models\User;
use App\Support\Refused;
use App\Workspace\By;
use App\Workspace\Pulse;
use App\Workspace\RuleEntry;
use App\Workspace\Settings;
use App\Workspace\StandingLocks;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** Who has a document for themselves. A lock lasts until it is released, its time is over, or the draft for which it was taken is no more. */
final class Locks
{
    public const LONGEST_HOURS = 24 * 30;

    private const TRIES = 5;

    /**
     * @param  ?Carbon  $until  when it ends by itself
     *
     * @throws DocumentLocked
     */
    public static function take(Document $document, User $person, ?string $note = null, ?Carbon $until = null): void
    {
        DB::transaction(static function () use ($document, $person, $note, $until): void {
            self::refuseOthers($document, $person, true);
            DB::table('document_locks')->updateOrInsert(['document_id' => $document->id], ['user_id' => $person->id, 'at' => now(), 'note' => $note, 'until' => $until, 'is_automatic' => false]);
        }, self::TRIES);
        Pulse::changed($document->workspace, [$document->id]);
    }

    /** Whoever writes and has no lock keeps others from it until the draft is saved or dropped, where the workspace has agreed on that. */
    public static function takeForWriting(Document $document, User $person): void
    {
        if (Settings::of($document->workspace)->isLockedWhileWritten($document->path)) {
            // One whose time is over, or whose draft is gone, holds nobody back, and is in the way.
            DB::table('document_locks')->where('document_id', $document->id)->where('user_id', '!=', $person->id)->where(static fn ($over) => $over->where('is_automatic', true)->orWhere('until', '<=', now()))->delete();
            DB::table('document_locks')->insertOrIgnore(['document_id' => $document->id, 'user_id' => $person->id, 'at' => now(), 'is_automatic' => true]);
        }
    }

    /**
     * The holder releases it. A keeper breaks it, which the logbook notes; so may everyone who writes, once the holder has been gone
     * for the time that the workspace has agreed on.
     *
     * @throws Refused
     */
    public static function release(Document $document, By $by): void
    {
        $holder = self::holder($document);
        if ($holder === null || $holder->id === $by->person->id) {
            DB::table('document_locks')->where('document_id', $document->id)->delete();
        } elseif ($by->person->can('keep', $document->workspace) || self::isAbandoned($document, $holder)) {
            RuleEntry::of($document->workspace, $by, Operation::LOCK, static fn (): array => [
                'result' => DB::table('document_locks')->where('document_id', $document->id)->where('user_id', $holder->id)->delete(), 'words' => "Broke the lock of {$holder->name} on {$document->path}",
            ]);
        } else {
            throw Refused::because("{$holder->name} has locked {$document->path}. Ask them for it; a keeper of the workspace can release it, too.");
        }
        Pulse::changed($document->workspace, [$document->id]);
    }

    /** The holder leaves it to somebody else. */
    public static function give(Document $document, User $holder, User $to): void
    {
        $given = DB::table('document_locks')->where('document_id', $document->id)->where('user_id', $holder->id)->update(['user_id' => $to->id, 'at' => now(), 'note' => null, 'until' => null, 'is_automatic' => false]);
        if ($given === 0) {
            throw Refused::because("You have no lock on {$document->path} any more.");
        }
        Pulse::changed($document->workspace, [$document->id]);
    }

    /**
     * @param  bool  $forUpdate  whether it must hold until the transaction ends
     * @return bool whether the person has locked it already
     *
     * @throws DocumentLocked
     */
    public static function refuseOthers(Document $document, User $person, bool $forUpdate = false): bool
    {
        $lock = self::of($document, $forUpdate);
        if ($lock === null || $lock->user_id === $person->id) {
            return $lock !== null;
        }

        throw DocumentLocked::by(User::query()->findOrFail($lock->user_id)->name, $document);
    }

    public static function holder(Document $document, bool $forUpdate = false): ?User
    {
        $lock = self::of($document, $forUpdate);

        return $lock === null ? null : User::query()->find($lock->user_id);
    }

    /** @return ?object{document_id: string, user_id: int, at: string, note: ?string, until: ?string, is_automatic: int} */
    public static function of(Document $document, bool $forUpdate = false): ?object
    {
        return StandingLocks::query()->where('held.document_id', $document->id)->when($forUpdate, static fn ($locks) => $locks->lockForUpdate())->first();
    }

    /** Whether the holder has been gone for so long that others may take the document. */
    public static function isAbandoned(Document $document, User $holder): bool
    {
        $minutes = Settings::of($document->workspace)->lockMinutes();
        $since = now()->subMinutes($minutes);
        $lock = self::of($document);

        return $lock !== null && Carbon::parse($lock->at, 'UTC')->lessThan($since)
            && DB::table('visits')->where('workspace_id', $document->workspace_id)->where('user_id', $holder->id)->where('seen_at', '>=', $since)->doesntExist();
    }
}
