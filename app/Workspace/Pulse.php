<?php

declare(strict_types=1);

namespace App\Workspace;

use App\Models\Workspace;
use Illuminate\Support\Facades\DB;

/** Tells everyone who looks at a workspace that something has changed. */
final class Pulse
{
    public const DOCUMENTS = 'documents';

    public const QUAY = 'quay';

    public const LOGBOOK = 'logbook';

    private const KEPT_MINUTES = 10;

    public static function tell(Workspace $workspace, string ...$topics): void
    {
        DB::table('events')->insert(array_map(
            static fn (string $topic): array => ['workspace_id' => $workspace->id, 'topic' => $topic, 'at' => now()],
            $topics,
        ));
        if (random_int(1, 200) === 1) {
            DB::table('events')->where('at', '<', now()->subMinutes(self::KEPT_MINUTES))->delete();
        }
    }

    /** @return array{last: int, topics: list<string>} */
    public static function since(Workspace $workspace, int $after): array
    {
        $rows = DB::table('events')->where('workspace_id', $workspace->id)->where('id', '>', $after)->get(['id', 'topic']);

        return ['last' => max($after, (int) $rows->max('id')), 'topics' => array_values(array_unique($rows->pluck('topic')->all()))];
    }
}
