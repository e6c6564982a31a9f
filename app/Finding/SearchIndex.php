<?php

declare(strict_types=1);

namespace App\Finding;

use App\Models\Workspace;
use App\Support\BulkInsert;
use App\Support\ManyValues;
use App\Workspace\Kept\Touches;
use Hafenbuch\Core\Format\FormatRegistry;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;

/**
 * Follows the documents of a workspace, so that they are found by what they say now. Nobody who writes them waits for it: a document whose
 * row was touched since its words were read is read again, by whoever searches where they are few, else in the queue.
 */
final class SearchIndex
{
    /** Documents in one transaction: the more, the less often a word is counted that stands in many of them. */
    private const PORTION = 4000;

    /** Documents that are read at once. */
    private const READ = 50;

    /** After so many words a portion is written, however few documents they are of: each takes some 80 bytes until then. */
    private const PORTION_WORDS = 600_000;

    /** Bytes of words in one statement. */
    private const STATEMENT = 4 << 20;

    /** With another one every text is read anew. */
    private const EDITION = FormatRegistry::EDITION * 100 + 1;

    /** Beyond so many are left, more are not counted. */
    public const COUNTED = 1000;

    /** Words in one statement. */
    private const WORDS = 2000;

    /** A word that stands in so many documents of a portion is counted, also where it is known already. */
    private const FREQUENT = 20;

    private const TRIES = 5;

    /** After so many rewritten rows the index is written anew, since it only notes what is no more. */
    private const TIDIED_AFTER = 1_000_000;

    private const TIDYING = 'words are being tidied';

    private const TIDYING_SECONDS = 1800;

    /** @var array<string, true> by their hashes: the words that this run has written */
    private array $there = [];

    public function __construct(private readonly TextReader $texts) {}

    /**
     * @param  float  $seconds  so long at most, but one portion
     * @param  bool  $waits  whether it waits for others who do the same
     * @return int how many documents are not in step yet; `COUNTED` for so many or more
     */
    public function catchUp(Workspace $workspace, float $seconds, int $portion = self::PORTION, bool $waits = true): int
    {
        if (Cache::has(self::TIDYING)) {
            return $this->behind($workspace);
        }
        $this->there = [];
        $until = microtime(true) + $seconds;
        $through = $this->through($workspace);
        $certain = Touches::certain();
        $cursor = null;
        do {
            $ids = $this->pending($workspace, $through, $portion, $cursor);
            if ($ids === []) {
                // What is touched later than that is looked at once more.
                DB::table('search_states')->where('workspace_id', $workspace->id)->whereRaw('through < '.self::time($certain))->update(['through' => DB::raw(self::time($certain))]);

                return 0;
            }
            $read = $this->read($workspace, array_keys($ids));
            if (! $this->write($workspace, $read, waits: $waits)) {
                return $this->behind($workspace);
            }
            $last = (string) array_key_last($read);
            $cursor = [$last, $ids[$last]];
        } while (microtime(true) < $until);

        return count($this->pending($workspace, $through, self::COUNTED, $cursor));
    }

    /** How many documents are not in step yet; `COUNTED` for so many or more. */
    public function behind(Workspace $workspace, int $most = self::COUNTED): int
    {
        return count($this->pending($workspace, $this->through($workspace), $most));
    }

    /**
     * Compares all that is known with what the documents say, and reads anew where it differs.
     *
     * @return list<string> the ids of documents of which something else was known, though nobody has touched them since
     */
    public function check(Workspace $workspace): array
    {
        $this->catchUp($workspace, INF);
        $token = new Token($workspace);
        $wrong = [];
        $count = fn (): Builder => DB::table('documents')->where('workspace_id', $workspace->id)->whereNull('dropped_at');
        for ($after = ''; ($ids = $count()->where('id', '>', $after)->orderBy('id')->limit(self::READ)->pluck('id')->all()) !== []; $after = end($ids)) {
            $known = ManyValues::among(DB::table('search_texts'), 'document_id', $ids)->get(['document_id', 'touched_at', 'words'])->keyBy('document_id');
            foreach ($this->texts->read($workspace, $ids) as $id => $read) {
                $row = $known[$id] ?? null;
                if ($read !== null && ($row === null || ($row->touched_at === $read->touchedAt && self::sorted($row->words) !== self::sorted($token->all($read->words))))) {
                    $wrong[] = $id;
                }
            }
        }
        for ($left = $wrong; $left !== []; $left = array_slice($left, count($read))) {
            $read = $this->read($workspace, $left);
            $this->write($workspace, $read, true);
        }

        return $wrong;
    }

    /** Where much was rewritten, what the index still notes of it is cleared away. */
    public function tidy(): void
    {
        if ((int) DB::table('search_states')->sum('rewritten') > self::TIDIED_AFTER) {
            // Nobody can write to it meanwhile.
            Cache::put(self::TIDYING, true, self::TIDYING_SECONDS);
            try {
                DB::statement('optimize table search_texts');
                DB::table('search_states')->update(['rewritten' => 0]);
            } finally {
                Cache::forget(self::TIDYING);
            }
        }
        // Of documents that are no more.
        foreach (['search_texts', 'search_fields'] as $table) {
            DB::table($table)->whereNotExists(static fn (Builder $there) => $there->from('documents')->whereColumn('documents.id', "{$table}.document_id"))->delete();
        }
    }

    private static function sorted(string $words): string
    {
        $list = explode(' ', $words);
        sort($list);

        return implode(' ', $list);
    }

    /** The time from which documents may not be in step. */
    private function through(Workspace $workspace): string
    {
        $state = DB::table('search_states')->where('workspace_id', $workspace->id)->first(['through', 'edition']);
        if ($state === null) {
            DB::table('search_states')->insertOrIgnore(['workspace_id' => $workspace->id, 'edition' => self::EDITION, 'mark' => random_int(1, 2 ** 31)]);
        } elseif ($state->edition !== self::EDITION) {
            DB::transaction(static function () use ($workspace): void {
                $state = DB::table('search_states')->where('workspace_id', $workspace->id)->lockForUpdate()->first();
                if ($state?->edition !== self::EDITION) {
                    foreach (['search_texts', 'search_fields', 'search_words'] as $table) {
                        DB::table($table)->where('workspace_id', $workspace->id)->delete();
                    }
                    DB::table('search_states')->where('workspace_id', $workspace->id)->update(['edition' => self::EDITION, 'mark' => random_int(1, 2 ** 31), 'through' => '1970-01-01']);
                }
            }, self::TRIES);

            return '1970-01-01';
        }

        return $state->through ?? '1970-01-01';
    }

    /**
     * @param  ?array{string, string}  $after  the last document that was read, and when it was touched
     * @return array<string, string> by id, in the order in which they were touched: when
     */
    private function pending(Workspace $workspace, string $through, int $most, ?array $after = null): array
    {
        return DB::table('documents as d')->leftJoin('search_texts as s', 's.document_id', '=', 'd.id')
            ->where('d.workspace_id', $workspace->id)->where('d.touched_at', '>=', $after[1] ?? $through)
            ->when($after !== null, static fn (Builder $query) => $query->where(static fn (Builder $later) => $later->where('d.touched_at', '>', $after[1] ?? '')->orWhere('d.id', '>', $after[0] ?? '')))
            ->whereRaw('if(d.dropped_at is null, s.touched_at is null or s.touched_at <> d.touched_at, s.document_id is not null)')
            ->orderBy('d.touched_at')->orderBy('d.id')->limit($most)->pluck('d.touched_at', 'd.id')->all();
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, ?Indexed> by id, in the order given: as many of the first as make a portion
     */
    private function read(Workspace $workspace, array $ids): array
    {
        $read = [];
        $words = 0;
        foreach (array_chunk($ids, self::READ) as $some) {
            $more = $this->texts->read($workspace, $some);
            $read += $more;
            $words += array_sum(array_map(static fn (?Indexed $one): int => count($one->words ?? []), $more));
            if ($words > self::PORTION_WORDS) {
                break;
            }
        }

        return $read;
    }

    /**
     * Two that have read the same document write one after the other, and what was read later stays.
     *
     * @param  array<string, ?Indexed>  $documents  by id
     * @param  bool  $isAnew  whether what was read at the same time is written over
     * @return bool whether it was written; false: others write, and it was not to wait for them
     */
    private function write(Workspace $workspace, array $documents, bool $isAnew = false, bool $waits = true): bool
    {
        $token = new Token($workspace);

        $new = DB::transaction(function () use ($workspace, $documents, $isAnew, $waits, $token): ?array {
            if (DB::table('search_states')->where('workspace_id', $workspace->id)->lock($waits ? 'for update' : 'for update skip locked')->first() === null) {
                return null;
            }
            $known = ManyValues::among(DB::table('search_texts'), 'document_id', array_keys($documents))->get(['document_id', 'touched_at', 'words'])->keyBy('document_id');
            $rows = $fields = $gone = $counts = [];
            foreach ($documents as $id => $document) {
                $before = $known[$id] ?? null;
                if ($document !== null && $before !== null && ($isAnew ? $before->touched_at > $document->touchedAt : $before->touched_at >= $document->touchedAt)) {
                    continue;
                }
                $words = array_map($token->of(...), $document->words ?? []);
                $had = $before === null || $before->words === '' ? [] : explode(' ', $before->words);
                foreach ($had === [] ? $words : array_diff($words, $had) as $word) {
                    $counts[$word] = ($counts[$word] ?? 0) + 1;
                }
                foreach ($had === [] ? [] : array_diff($had, $words) as $word) {
                    $counts[$word] = ($counts[$word] ?? 0) - 1;
                }
                $before === null || $gone[] = $id;
                if ($document !== null) {
                    $rows[] = ['document_id' => $id, 'workspace_id' => $workspace->id, 'touched_at' => $document->touchedAt, 'words' => implode(' ', $words), 'changed_at' => $document->changedAt, 'changed_by' => $document->changedBy];
                    foreach ($document->fields as [$name, $value]) {
                        $fields[] = ['workspace_id' => $workspace->id, 'document_id' => $id, 'name' => $name, 'value' => $value];
                    }
                }
            }
            DB::table('search_fields')->whereIn('document_id', $gone)->delete();
            DB::table('search_texts')->whereIn('document_id', array_keys(array_filter($documents, static fn (?Indexed $document): bool => $document === null)))->delete();
            foreach (self::statements($rows) as $some) {
                BulkInsert::into('search_texts', $some, ['touched_at', 'words', 'changed_at', 'changed_by']);
            }
            BulkInsert::into('search_fields', $fields);
            $new = $this->count($workspace, $counts);
            DB::table('search_states')->where('workspace_id', $workspace->id)->increment('rewritten', count($gone));

            return $new;
        }, self::TRIES);
        // Only what is committed is there.
        $this->there += $new ?? [];

        return $new !== null;
    }

    /**
     * @param  list<array<string, scalar|null>>  $rows
     * @return \Generator<list<array<string, scalar|null>>> no more at once than the database takes in one statement
     */
    private static function statements(array $rows): \Generator
    {
        [$some, $bytes] = [[], 0];
        foreach ($rows as $row) {
            $some[] = $row;
            $bytes += strlen((string) $row['words']);
            if ($bytes > self::STATEMENT) {
                yield $some;
                [$some, $bytes] = [[], 0];
            }
        }
        yield $some;
    }

    /**
     * @param  array<string, int>  $counts  by token: in how many documents more it stands
     * @return array<string, true> by their hashes: the words that are there now, where they are many
     */
    private function count(Workspace $workspace, array $counts): array
    {
        $token = new Token($workspace);
        $isMany = count($counts) > self::WORDS;
        $new = [];
        // In one order for all, so that nobody waits for one who waits for them.
        ksort($counts, SORT_STRING);
        $pdo = DB::connection()->getPdo();
        $values = [];
        foreach (array_filter($counts) as $word => $count) {
            if ($isMany) {
                $key = hash('xxh3', (string) $word, true);
                if (isset($this->there[$key]) && abs($count) < self::FREQUENT) {
                    // How often it stands matters only of those that stand nearly everywhere.
                    continue;
                }
                $new[$key] = true;
            }
            $values[] = "({$workspace->id},{$pdo->quote($token->word((string) $word))},{$count})";
        }
        foreach (array_chunk($values, self::WORDS) as $chunk) {
            DB::unprepared('insert into search_words (workspace_id, word, documents) values '.implode(',', $chunk).' on duplicate key update documents = documents + values(documents)');
        }

        return $new;
    }

    private static function time(int $microseconds): string
    {
        return "timestampadd(microsecond, {$microseconds}, '1970-01-01')";
    }
}
