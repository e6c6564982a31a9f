<?php

declare(strict_types=1);

namespace App\Workspace;

use App\Models\Operation;
use App\Models\Workspace;
use Illuminate\Support\Facades\DB;

/** Changes rules or people of a workspace, and enters that in its logbook: both or neither. */
final class RuleEntry
{
    private const TRIES = 5;

    /**
     * Under the workspace’s lock, so that no save is in the middle while what it rests on changes.
     *
     * @template T
     *
     * @param  Operation::RULES|Operation::PEOPLE|Operation::RETENTION|Operation::LOCK  $kind
     * @param  callable(): array{words: string, details?: array<string, array{mixed, mixed}>, result: T}  $change  `words`: what it was, empty: nothing that is entered; `details`: before and after, by name
     * @return T
     */
    public static function of(Workspace $workspace, By $by, string $kind, callable $change): mixed
    {
        return WorkspaceLock::hold($workspace, static function () use ($workspace, $by, $kind, $change): mixed {
            $done = DB::transaction(static function () use ($workspace, $by, $kind, $change): array {
                $done = $change();
                if ($done['words'] !== '') {
                    Operation::query()->create([
                        'workspace_id' => $workspace->id, 'number' => Operation::nextNumber($workspace), 'kind' => $kind, 'state' => Operation::DONE, 'user_id' => $by->person->id,
                        'new_folders' => [], 'old_folders' => [], 'words' => $done['words'], 'details' => $done['details'] ?? null, 'asked_from' => $by->from, 'created_at' => now(), 'finished_at' => now(),
                    ]);
                }

                return $done;
            }, self::TRIES);
            Pulse::tell($workspace, Pulse::LOGBOOK);

            return $done['result'];
        });
    }
}
