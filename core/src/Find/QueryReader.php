<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Find;

use Hafenbuch\Core\Text\Pattern;

/**
 * Reads what somebody has typed: words, words in quotes, and filters in plain words. What names nothing is a word like any other,
 * and what stands in quotes never begins a filter.
 */
final readonly class QueryReader
{
    /** Longer ones are cut. */
    public const BYTES = 1000;

    /** Of more words the first are looked for. */
    private const WORDS = 24;

    /** A name has so many words at most. */
    private const NAME_WORDS = 6;

    /** @param \DateTimeImmutable $now where the person is, so that today is theirs */
    public function __construct(private Names $names, private \DateTimeImmutable $now) {}

    public function read(string $typed): Query
    {
        $typed = mb_strcut(mb_scrub($typed, 'UTF-8'), 0, self::BYTES, 'UTF-8');
        $tokens = $this->tokens($typed);
        $terms = $filters = [];
        $count = 0;
        for ($at = 0; $at < count($tokens);) {
            $filter = $tokens[$at]['isQuoted'] ? null : $this->filter($typed, $tokens, $at);
            if ($filter !== null) {
                [$filters[], $at] = $filter;

                continue;
            }
            $token = $tokens[$at++];
            $words = Words::typed($token['text']);
            if ($words !== [] && $count + count($words) <= self::WORDS) {
                $count += count($words);
                $terms[] = new Term($token['text'], $words, $token['isQuoted']);
            }
        }

        return new Query($terms, $filters);
    }

    /** @return list<array{text: string, folded: string, isQuoted: bool, start: int, end: int}> */
    private function tokens(string $typed): array
    {
        Pattern::matchAll('~"([^"]*)"?|[^\s"]+~u', $typed, $matches, PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL);
        $tokens = [];
        foreach ($matches[0] as $number => [$whole, $start]) {
            $quoted = $matches[1][$number][0] ?? null;
            $text = $quoted ?? $whole;
            $tokens[] = ['text' => $text, 'folded' => Fold::text($text), 'isQuoted' => $quoted !== null, 'start' => $start, 'end' => $start + strlen($whole)];
        }

        return $tokens;
    }

    /**
     * @param  list<array{text: string, folded: string, isQuoted: bool, start: int, end: int}>  $tokens
     * @return ?array{Filter, int} and where it goes on; null: no filter begins here
     */
    private function filter(string $typed, array $tokens, int $at): ?array
    {
        $made = static fn (FilterKind $kind, string $value, int $next, ?string $field = null): array => [
            new Filter($kind, substr($typed, $tokens[$at]['start'], $tokens[$next - 1]['end'] - $tokens[$at]['start']), $tokens[$at]['start'], $value, $field), $next,
        ];
        foreach ([['of kind', $this->names->kind(...), FilterKind::Kind], ['in the hold', null, null], ['in state', $this->names->state(...), FilterKind::State], ['in', $this->names->folder(...), FilterKind::Folder],
            ['by', $this->names->person(...), FilterKind::Person], ['refers to', $this->names->document(...), FilterKind::RefersTo],
            ['referred to by', $this->names->document(...), FilterKind::ReferredToBy]] as [$lead, $named, $kind]) {
            $from = $this->after($tokens, $at, $lead);
            if ($from === null || $named === null) {
                if ($from !== null) {
                    return $made(FilterKind::State, State::InTheHold->value, $from);
                }

                continue;
            }
            foreach ($this->names($tokens, $from) as [$words, $next]) {
                $value = $named($words);
                if ($value !== null) {
                    return $made($kind, $value, $next);
                }
            }
        }
        foreach (State::cases() as $state) {
            $next = $this->after($tokens, $at, $state->value);
            if ($next !== null) {
                return $made(FilterKind::State, $state->value, $next);
            }
        }

        return $this->moment($tokens, $at, $made) ?? $this->field($tokens, $at, $made);
    }

    /**
     * @param  list<array{folded: string, isQuoted: bool, text: string, start: int, end: int}>  $tokens
     * @param  \Closure(FilterKind, string, int, ?string=): array{Filter, int}  $made
     * @return ?array{Filter, int}
     */
    private function moment(array $tokens, int $at, \Closure $made): ?array
    {
        $today = $this->now->setTime(0, 0);
        foreach (['today' => $today, 'yesterday' => $today->modify('-1 day'), 'this week' => $today->modify('monday this week'), 'last week' => $today->modify('monday last week'),
            'this month' => $today->modify('first day of this month'), 'this year' => $today->setDate((int) $today->format('Y'), 1, 1)] as $words => $since) {
            $next = $this->after($tokens, $at, "changed {$words}") ?? $this->after($tokens, $at, "changed since {$words}");
            if ($next !== null) {
                return $made(FilterKind::Since, self::utc($since), $next);
            }
        }
        foreach ([['changed since', FilterKind::Since], ['changed before', FilterKind::Before]] as [$lead, $kind]) {
            $from = $this->after($tokens, $at, $lead);
            $day = $from === null || ! isset($tokens[$from]) ? false : \DateTimeImmutable::createFromFormat('!Y-m-d', $tokens[$from]['text'], $this->now->getTimezone());
            if ($from !== null && $day !== false && $day->format('Y-m-d') === $tokens[$from]['text']) {
                return $made($kind, self::utc($day), $from + 1);
            }
        }

        return null;
    }

    /**
     * “part number GH-00*”, “material is brass”: without `is`, only what has a figure or `*` in it, since the names of fields are words too.
     *
     * @param  list<array{text: string, folded: string, isQuoted: bool, start: int, end: int}>  $tokens
     * @param  \Closure(FilterKind, string, int, ?string=): array{Filter, int}  $made
     * @return ?array{Filter, int}
     */
    private function field(array $tokens, int $at, \Closure $made): ?array
    {
        foreach ($this->names->fields() as $field) {
            $said = $this->after($tokens, $at, $field);
            $from = $said === null ? null : $this->after($tokens, $said, 'is') ?? $said;
            if ($from === null || ! isset($tokens[$from])) {
                continue;
            }
            $value = $tokens[$from];
            if ($from > $said || ($value['isQuoted'] && $value['text'] !== '') || strpbrk($value['text'], '*0123456789') !== false) {
                return $made(FilterKind::Field, $value['folded'], $from + 1, $field);
            }
        }

        return null;
    }

    /**
     * Where it goes on behind words that stand here.
     *
     * @param  list<array{folded: string, isQuoted: bool, text: string, start: int, end: int}>  $tokens
     */
    private function after(array $tokens, int $at, string $words): ?int
    {
        foreach (explode(' ', $words) as $word) {
            if (! isset($tokens[$at]) || $tokens[$at]['isQuoted'] || $tokens[$at]['folded'] !== $word) {
                return null;
            }
            $at++;
        }

        return $at;
    }

    /**
     * What can be a name here, the longest first.
     *
     * @param  list<array{text: string, isQuoted: bool, folded: string, start: int, end: int}>  $tokens
     * @return list<array{string, int}> and where it goes on
     */
    private function names(array $tokens, int $from): array
    {
        $names = [];
        $words = '';
        for ($at = $from; isset($tokens[$at]) && $at < $from + self::NAME_WORDS; $at++) {
            if ($tokens[$at]['isQuoted']) {
                return $at === $from ? [[$tokens[$at]['text'], $at + 1]] : $names;
            }
            $words .= ($words === '' ? '' : ' ').$tokens[$at]['text'];
            array_unshift($names, [$words, $at + 1]);
        }

        return $names;
    }

    private static function utc(\DateTimeImmutable $moment): string
    {
        return $moment->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d\TH:i:s\Z');
    }
}
