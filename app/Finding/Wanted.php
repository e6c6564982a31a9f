<?php

declare(strict_types=1);

namespace App\Finding;

use App\Models\Workspace;
use Hafenbuch\Core\Find\Query;
use Hafenbuch\Core\Find\Vocabulary;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** The words of a query as the index is asked for them. */
final readonly class Wanted
{
    /** So many words of the vocabulary may be meant by one that is typed. */
    private const MEANT = 60;

    /** A word in more documents says little, and costs much where it is looked for by itself. */
    private const COMMON = 20_000;

    /** @param list<array{typed: string, meant: list<string>, isWhole: bool, documents: int}> $words */
    private function __construct(private Token $token, public array $words) {}

    public static function by(Query $query, Workspace $workspace, Vocabulary $vocabulary): self
    {
        $words = [];
        foreach ($query->terms as $term) {
            foreach ($term->words as $word) {
                $meant = $term->isWhole ? [$word] : $vocabulary->meant($word, self::MEANT);
                $words[] = ['typed' => $word, 'meant' => $meant, 'isWhole' => $term->isWhole, 'documents' => 0];
            }
        }
        $counts = DB::table('search_words')->where('workspace_id', $workspace->id)->whereIn('word', array_merge(...array_column($words, 'meant')))->pluck('documents', 'word');
        foreach ($words as $number => $word) {
            $words[$number]['documents'] = array_sum(array_map(static fn (string $one): int => (int) ($counts[$one] ?? 0), $word['meant']));
        }

        return new self(new Token($workspace), $words);
    }

    /** Whether one of the words stands nowhere, nor one that is like it. */
    public function isNowhere(): bool
    {
        return in_array([], array_column($this->words, 'meant'), true);
    }

    /** @return list<array{typed: string, meant: list<string>}> the words that stand nowhere as they were typed, and those that are like them */
    public function corrected(): array
    {
        return array_values(array_map(
            static fn (array $word): array => ['typed' => $word['typed'], 'meant' => array_slice($word['meant'], 0, 5)],
            array_filter($this->words, static fn (array $word): bool => ! $word['isWhole'] && $word['meant'] !== [] && ! str_contains($word['meant'][0], $word['typed'])),
        ));
    }

    /** @return list<string> what to look for in a text to show the place, the best first */
    public function parts(): array
    {
        return array_values(array_unique(array_merge(...array_map(
            static fn (array $word): array => [$word['typed'], ...array_slice($word['meant'], 0, 5)],
            $this->words,
        ))));
    }

    /** Rows that the full-text index finds; by themselves where all of the words are common. */
    public function on(Builder $rows): Builder
    {
        $words = $this->words;
        usort($words, static fn (array $a, array $b): int => $a['documents'] <=> $b['documents']);
        $sought = [];
        foreach ($words as $word) {
            if ($word['documents'] <= self::COMMON) {
                $sought[] = $this->group($word);
            } else {
                $this->standsIn($rows, $word);
            }
        }

        return $sought === [] ? $rows : $rows->whereRaw('match(s.words) against (? in boolean mode)', [implode(' ', $sought)]);
    }

    /** Whether no word is rare enough to be asked of the index. */
    public function isCommon(): bool
    {
        return min(array_column($this->words, 'documents')) > self::COMMON;
    }

    /** The same for rows that are few already. */
    public function onFew(Builder $rows): Builder
    {
        foreach ($this->words as $word) {
            $this->standsIn($rows, $word);
        }

        return $rows;
    }

    /** @param array{typed: string, meant: list<string>, isWhole: bool, documents: int} $word */
    private function group(array $word): string
    {
        $tokens = array_map($this->token->of(...), $word['meant']);
        if (count($tokens) === self::MEANT) {
            $tokens[] = $this->token->of($word['typed']).'*';
        }

        return '+('.implode(' ', $tokens).')';
    }

    /** @param array{typed: string, meant: list<string>, isWhole: bool, documents: int} $word */
    private function standsIn(Builder $rows, array $word): void
    {
        $isPart = ! $word['isWhole'] && count($word['meant']) === self::MEANT;
        $rows->where(function (Builder $either) use ($word, $isPart): void {
            foreach ($isPart ? [$word['typed']] : $word['meant'] as $one) {
                $token = $this->token->of($one);
                $isPart
                    ? $either->orWhere('s.words', 'like', '%'.addcslashes($this->token->bare($one), '%_\\').'%')
                    : $either->orWhereRaw("concat(' ', s.words, ' ') like ?", ['% '.addcslashes($token, '%_\\').' %']);
            }
        });
    }
}
