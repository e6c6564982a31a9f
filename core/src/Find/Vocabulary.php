<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Find;

use Hafenbuch\Core\Text\Pattern;

/** All words that stand in a workspace’s documents, and which of them somebody may mean who types a part of one, or one letter wrong. */
final readonly class Vocabulary
{
    /** With less a wrong letter makes any word of any other. */
    private const FORGIVEN_FROM = 4;

    private const FORGIVEN_TO = 40;

    /**
     * @param  string  $words  folded, each between two line ends
     * @param  bool  $isCut  whether there are more, which are only known where they are typed as they are
     */
    public function __construct(private string $words, public bool $isCut = false) {}

    /** @param list<string> $words */
    public static function of(array $words): self
    {
        return new self("\n".implode("\n", $words)."\n");
    }

    /**
     * The words that are meant: those that begin so, then those that have it in them; where there is none, those that are one letter away.
     *
     * @param  string  $typed  folded
     * @return list<string> so many at most, the word itself first
     */
    public function meant(string $typed, int $most): array
    {
        $found = [...$this->having("\n{$typed}", 0, $most), ...$this->having($typed, 0, $most)];
        if ($found === []) {
            $found = $this->near($typed, $most);
        }
        $words = array_map(strval(...), array_keys(array_fill_keys($found, true)));
        if ($this->has($typed) || ($this->isCut && $words === [])) {
            $words = [$typed, ...array_values(array_diff($words, [$typed]))];
        }

        return array_slice($words, 0, $most);
    }

    public function has(string $word): bool
    {
        return str_contains($this->words, "\n{$word}\n");
    }

    /**
     * Words that have one letter more, one less, another one, or two that have changed places.
     *
     * @return list<string>
     */
    public function near(string $word, int $most): array
    {
        $letters = mb_str_split($word);
        if (count($letters) < self::FORGIVEN_FROM || count($letters) > self::FORGIVEN_TO) {
            return [];
        }
        $ways = [];
        for ($at = 0, $count = count($letters); $at <= $count; $at++) {
            [$before, $after] = [implode('', array_slice($letters, 0, $at)), array_slice($letters, $at)];
            // One more, of which the next is one case; one less and another one; two that have changed places.
            $ways[] = "{$before}[^\n]".implode('', $after);
            $ways[] = "{$before}[^\n]?".implode('', array_slice($after, 1));
            if (count($after) > 1) {
                $ways[] = $before.$after[1].$after[0].implode('', array_slice($after, 2));
            }
        }
        Pattern::matchAll('~\n(?:'.implode('|', array_unique($ways)).')(?=\n)~u', $this->words, $matches);

        return array_map(static fn (string $found): string => substr($found, 1), array_slice($matches[0], 0, $most));
    }

    /** @return list<string> */
    private function having(string $part, int $from, int $most): array
    {
        $found = [];
        for ($at = strpos($this->words, $part, $from); $at !== false && count($found) < $most; $at = strpos($this->words, $part, $end)) {
            $start = $part[0] === "\n" ? $at + 1 : (int) strrpos($this->words, "\n", $at - strlen($this->words)) + 1;
            $end = (int) strpos($this->words, "\n", $start);
            $found[] = substr($this->words, $start, $end - $start);
        }

        return $found;
    }
}
