<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use App\Workspace\Pulse;
use Illuminate\Support\Facades\DB;

/** Who has a document for themselves. A lock lasts until it is released. */
final class Locks
{
    /** @throws DocumentLocked */
    public static function take(Document $document, User $person): void
    {
        DB::table('document_locks')->insertOrIgnore(['document_id' => $document->id, 'user_id' => $person->id, 'at' => now()]);
        self::refuseOthers($document, $person);
        Pulse::changed($document->workspace, [$document->id]);
    }

    /** The holder releases it, or an owner of the workspace does. */
    public static function release(Document $document, User $person): void
    {
        $holder = self::holder($document);
        if ($holder !== null && $holder->id !== $person->id && ! self::isOwner($document->workspace, $person)) {
            throw Refused::because("{$holder->name} has locked {$document->path}. Only they or an owner of the workspace can release it.");
        }
        DB::table('document_locks')->where('document_id', $document->id)->delete();
        Pulse::changed($document->workspace, [$document->id]);
    }

    /** @throws DocumentLocked */
    public static function refuseOthers(Document $document, User $person): void
    {
        $holder = self::holder($document);
        if ($holder !== null && $holder->id !== $person->id) {
            throw DocumentLocked::by($holder->name, $document);
        }
    }

    public static function holder(Document $document): ?User
    {
        $id = DB::table('document_locks')->where('document_id', $document->id)->value('user_id');

        return $id === null ? null : User::query()->find($id);
    }

    private static function isOwner(Workspace $workspace, User $person): bool
    {
        return $workspace->members()->wherePivot('role', Workspace::OWNER)->whereKey($person->id)->exists();
    }
}
