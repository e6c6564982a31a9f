<?php

declare(strict_types=1);

namespace App\Together;

use App\Models\User;
use App\Models\Workspace;
use App\Workspace\Pulse;
use Illuminate\Support\Facades\DB;

/** Who looks at which document now, by the pages that are open. */
final class Presence
{
    /** A page that has not been heard of for so long is taken to be gone. */
    public const SILENT_SECONDS = 8;

    /** A page shows a document, or none. */
    public static function shows(Workspace $workspace, User $person, string $visit, ?string $documentId): void
    {
        $is = DB::table('visits')->where('id', $visit)->first(['user_id', 'document_id']);
        if ($is !== null && ($is->user_id !== $person->id || $is->document_id === $documentId)) {
            return;
        }
        $is === null
            ? DB::table('visits')->insertOrIgnore(['id' => $visit, 'workspace_id' => $workspace->id, 'user_id' => $person->id, 'begun_at' => now(), 'seen_at' => now(), 'document_id' => $documentId])
            : DB::table('visits')->where('id', $visit)->update(['document_id' => $documentId, 'seen_at' => now(), 'workspace_id' => $workspace->id]);
        Pulse::tell($workspace, Pulse::PRESENCE);
    }

    /** @return list<array{person: int, name: string, document: string}> each person once for each document */
    public static function in(Workspace $workspace): array
    {
        return array_values(DB::table('visits')->join('users', 'users.id', '=', 'visits.user_id')->where('visits.workspace_id', $workspace->id)->where('seen_at', '>', now()->subSeconds(self::SILENT_SECONDS))->whereNull('ended_at')
            ->whereNotNull('document_id')->distinct()->orderBy('users.name')->get(['users.id', 'users.name', 'document_id'])
            ->map(static fn (object $row): array => ['person' => (int) $row->id, 'name' => $row->name, 'document' => $row->document_id])->all());
    }

    /** Pages that went without a word show nothing any more, and those who look learn it. */
    public static function sweep(): void
    {
        $gone = DB::table('visits')->whereNotNull('document_id')->where(static fn ($silent) => $silent->whereNotNull('ended_at')->orWhere('seen_at', '<', now()->subSeconds(self::SILENT_SECONDS)))->get(['id', 'workspace_id']);
        if ($gone->isEmpty()) {
            return;
        }
        // One that is heard of again in between says anew what it shows.
        DB::table('visits')->whereIn('id', $gone->pluck('id'))->update(['document_id' => null]);
        foreach (Workspace::query()->whereKey($gone->pluck('workspace_id')->unique()->all())->get() as $workspace) {
            Pulse::tell($workspace, Pulse::PRESENCE);
        }
    }
}
