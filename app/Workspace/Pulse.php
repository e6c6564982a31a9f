<?php

declare(strict_types=1);

namespace App\Workspace;

use App\Models\User;
use App\Models\Workspace;
use Illuminate\Support\Facades\DB;

/**
 * Tells everyone who looks at a workspace that something has changed: after the commit, and numbered in the order of the
 * commits, so that nobody who asks for what came after a number misses one that was slower.
 */
final class Pulse
{
    public const DOCUMENTS = 'documents';

    public const QUAY = 'quay';

    public const LOGBOOK = 'logbook';

    /** What a person has decided and not carried out. */
    public const DECISIONS = 'decisions';

    /** The words of documents, and nothing on which the states of others rest. */
    public const EDITS = 'edits';

    /** What is unsaved, or stands above such, and not who refers to whom. */
    public const STATES = 'states';

    /** Who is a member, and as what. */
    public const PEOPLE = 'people';

    /** Who looks at what. */
    public const PRESENCE = 'presence';

    /** What somebody has for a person. */
    public const NOTICES = 'notices';

    public const COMMENTS = 'comments';

    public const TOPICS = [self::DOCUMENTS, self::EDITS, self::STATES, self::QUAY, self::LOGBOOK, self::DECISIONS, self::PEOPLE, self::PRESENCE, self::NOTICES, self::COMMENTS];

    /** Of more documents an event only says that there are many. */
    public const NAMED = 200;

    private const KEPT_MINUTES = 10;

    private const TRIES = 5;

    /** Something of these kinds has changed, perhaps anywhere. */
    public static function tell(Workspace $workspace, string ...$topics): void
    {
        self::after($workspace, array_fill_keys($topics, null));
    }

    /** Something of these kinds has changed, for one person alone. */
    public static function tellPerson(Workspace $workspace, User $person, string ...$topics): void
    {
        self::after($workspace, array_fill_keys($topics, null), $person->id);
    }

    /**
     * These documents have changed, and things of the other kinds perhaps anywhere.
     *
     * @param  list<string>  $ids
     */
    public static function changed(Workspace $workspace, array $ids, string ...$topics): void
    {
        self::after($workspace, [self::DOCUMENTS => array_values(array_unique($ids)), ...array_fill_keys($topics, null)]);
    }

    /**
     * Drafts of these documents were written on, and they refer to the same as before.
     *
     * @param  list<string>  $ids
     */
    public static function edited(Workspace $workspace, array $ids): void
    {
        self::after($workspace, [self::EDITS => $ids]);
    }

    /**
     * The states of these documents have changed and those of no others; all of them refer to the same as before.
     *
     * @param  list<string>  $ids  at most so many as an event names
     */
    public static function stated(Workspace $workspace, array $ids, string ...$topics): void
    {
        self::after($workspace, [self::STATES => $ids, ...array_fill_keys($topics, null)]);
    }

    /** What has been told so far. */
    public static function last(Workspace $workspace): int
    {
        return (int) DB::table('event_counters')->where('workspace_id', $workspace->id)->value('last');
    }

    /**
     * @param  list<int>  $workspaceIds
     * @return array<int, int> what has been told so far, by workspace
     */
    public static function lastOf(array $workspaceIds): array
    {
        return $workspaceIds === [] ? [] : DB::table('event_counters')->whereIn('workspace_id', $workspaceIds)->pluck('last', 'workspace_id')->map(static fn (mixed $last): int => (int) $last)->all();
    }

    /** @return array{last: int, topics: list<string>, documents: ?list<string>, edits: list<string>, states: list<string>} `documents` null: not known, or too many to name */
    public static function since(Workspace $workspace, int $after, ?User $person = null): array
    {
        $rows = DB::table('events')->where('workspace_id', $workspace->id)->where('number', '>', $after)->orderBy('number')->get(['number', 'topic', 'documents', 'user_id']);
        $last = (int) ($rows->max('number') ?? self::last($workspace));
        if ($last - $after !== count($rows)) {
            // Some of what was told since is thrown away already, as after a night with the page asleep.
            return ['last' => $last, 'topics' => self::TOPICS, 'documents' => null, 'edits' => [], 'states' => []];
        }
        $rows = $rows->filter(static fn (object $row): bool => $row->user_id === null || $row->user_id === $person?->id);
        $about = static fn (string $topic) => $rows->where('topic', $topic)->pluck('documents')->map(static fn (?string $ids): ?array => $ids === null ? null : json_decode($ids, true));
        $named = static fn (string $topic): array => array_values($about($topic)->flatten()->unique()->all());
        $isNamed = ! $about(self::DOCUMENTS)->contains(null) && count($named(self::DOCUMENTS)) <= self::NAMED;

        return [
            'last' => $last, 'topics' => array_values($rows->pluck('topic')->unique()->all()),
            'documents' => $isNamed ? $named(self::DOCUMENTS) : null, 'edits' => $named(self::EDITS), 'states' => $named(self::STATES),
        ];
    }

    /** Forgets what every page has heard long ago. */
    public static function prune(): void
    {
        DB::table('events')->where('at', '<', now()->subMinutes(self::KEPT_MINUTES))->delete();
    }

    /** @param array<string, ?list<string>> $topics each with the documents that it is about */
    private static function after(Workspace $workspace, array $topics, ?int $personId = null): void
    {
        $id = $workspace->id;
        DB::afterCommit(static fn () => rescue(static function () use ($id, $topics, $personId): void {
            // What is committed is done, also where nobody can be told.
            DB::transaction(static function () use ($id, $topics, $personId): void {
                $count = count($topics);
                // The row stays locked until this is committed; so numbers are committed in their order.
                DB::statement('insert into event_counters (workspace_id, last) values (?, last_insert_id(?)) on duplicate key update last = last_insert_id(last + ?)', [$id, $count, $count]);
                $last = (int) DB::getPdo()->lastInsertId();
                $rows = [];
                foreach ($topics as $topic => $documents) {
                    $rows[] = [
                        'workspace_id' => $id, 'number' => $last - --$count, 'topic' => $topic, 'at' => now(), 'user_id' => $personId,
                        'documents' => $documents === null || count($documents) > self::NAMED ? null : json_encode($documents),
                    ];
                }
                DB::table('events')->insert($rows);
            }, self::TRIES);
        }));
    }
}
