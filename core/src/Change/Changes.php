<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Change;

/** Stretches of one content that change together; each counts bytes of the content before all of them. */
final readonly class Changes
{
    /** @param list<Change> $all by their place, none overlapping */
    private function __construct(public array $all) {}

    /** Of several at one place, what is named first comes first in the content. */
    public static function of(Change ...$changes): self
    {
        $sorted = array_values($changes);
        usort($sorted, static fn (Change $a, Change $b): int => $a->at <=> $b->at);
        $end = 0;
        foreach ($sorted as $change) {
            if ($change->at < $end) {
                throw new \LogicException("Two changes overlap at byte {$change->at}.");
            }
            $end = $change->end();
        }

        return new self($sorted);
    }

    /** @return ?int the size afterwards of a content of so many bytes; null: it is too short to have been the one that they are made from */
    public function sizeAfter(int $size): ?int
    {
        foreach ($this->all as $change) {
            if ($change->end() > $size) {
                return null;
            }
        }

        return array_reduce($this->all, static fn (int $sum, Change $change): int => $sum + strlen($change->inserted) - $change->removed, $size);
    }

    /** @throws \InvalidArgumentException where the content is too short to have been the one that they are made from */
    public function apply(string $content): string
    {
        $pieces = [];
        $at = 0;
        foreach ($this->all as $change) {
            if ($change->end() > strlen($content)) {
                throw new \InvalidArgumentException('A change reaches beyond the end of the content.');
            }
            $pieces[] = substr($content, $at, $change->at - $at);
            $pieces[] = $change->inserted;
            $at = $change->end();
        }
        $pieces[] = substr($content, $at);

        return implode('', $pieces);
    }

    /**
     * The changes that take these back.
     *
     * @param  string  $content  that these are made from
     */
    public function invert(string $content): self
    {
        $inverse = [];
        $shift = 0;
        foreach ($this->all as $change) {
            $back = $change->invert($content);
            $inverse[] = new Change($back->at + $shift, $back->removed, $back->inserted);
            $shift += strlen($change->inserted) - $change->removed;
        }

        return new self($inverse);
    }

    /** These and then others, which are made from what these leave, as changes of the content before both. */
    public function compose(self $then): self
    {
        $first = new Run($this->all);
        $second = new Run($then->all);
        $made = new Composition;
        while (! $first->isAtEnd() || ! $second->isAtEnd()) {
            if ($first->kind() === Run::REMOVE) {
                $made->remove($first->take($first->length()));
            } elseif ($second->kind() === Run::INSERT) {
                $made->insert($second->takeText($second->length()));
            } else {
                $length = min($first->length(), $second->length());
                $isOurs = $first->kind() === Run::INSERT;
                $text = $isOurs ? $first->takeText($length) : '';
                $isOurs ?: $first->take($length);
                $isTakenOut = $second->kind() === Run::REMOVE;
                $second->take($length);
                match (true) {
                    $isOurs && ! $isTakenOut => $made->insert($text),
                    ! $isOurs && $isTakenOut => $made->remove($length),
                    ! $isOurs => $made->keep($length),
                    default => null, // What these put in, the others take out again.
                };
            }
        }

        return new self($made->changes());
    }
}
