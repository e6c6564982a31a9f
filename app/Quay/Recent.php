<?php

declare(strict_types=1);

namespace App\Quay;

use App\Models\User;
use App\Models\Workspace;
use App\Support\BulkInsert;
use Illuminate\Support\Facades\DB;

/** What a person has opened and saved of late. */
final class Recent
{
    public const OPENED = 'opened';

    public const SAVED = 'saved';

    /** @param list<string> $ids documents */
    public static function opened(User $person, array $ids): void
    {
        self::note($person->id, $ids, 'opened_at');
    }

    /** @param list<string> $ids documents */
    public static function saved(int $personId, array $ids): void
    {
        self::note($personId, $ids, 'saved_at');
    }

    /** @return array<string, string> by document, newest first: when */
    public static function of(Workspace $workspace, User $person, string $what, int $limit): array
    {
        $column = $what === self::SAVED ? 'saved_at' : 'opened_at';

        return DB::table('recent_documents as r')->join('documents as d', 'd.id', '=', 'r.document_id')
            ->where('r.user_id', $person->id)->where('d.workspace_id', $workspace->id)->whereNull('d.dropped_at')->whereNotNull("r.{$column}")
            ->orderByDesc("r.{$column}")->limit($limit)->pluck("r.{$column}", 'r.document_id')->all();
    }

    /** @param list<string> $ids */
    private static function note(int $personId, array $ids, string $column): void
    {
        $now = now()->format('Y-m-d H:i:s.v');
        BulkInsert::into('recent_documents', array_map(static fn (string $id): array => ['user_id' => $personId, 'document_id' => $id, $column => $now], array_values(array_unique($ids))), [$column]);
    }
}
