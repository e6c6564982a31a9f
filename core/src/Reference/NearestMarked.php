<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

use Hafenbuch\Core\Text\Pattern;

/**
 * For every node of a graph the two nearest marked ones below it, a marked node being its own first. It is kept from one question to the
 * next, and mended where marks or edges have changed since: what that touches is little beside the graph. Two are needed, since what is
 * asked for is the nearest other than the node itself. Of equally near ones the one with the smaller number is taken, so that there is
 * one answer only, whatever way led to it.
 */
final class NearestMarked
{
    private const NONE = 0xFFFFFFFF;

    /** Bytes of a label: two marked nodes, each with its distance. */
    private const LABEL_BYTES = 16;

    /** @var array<int, string> by node, where they are other than kept: a list for each of very many would take eight times the memory */
    private array $mended = [];

    /**
     * @param  Bytes  $labels  for each node two marked nodes and their distances, as 32-bit numbers, the least byte first
     * @param  list<int>  $marks
     */
    private function __construct(public readonly Bytes $labels, private readonly array $marks) {}

    /** @param list<int> $marks */
    public static function of(Graph $graph, array $marks): self
    {
        $isMarked = array_fill_keys($marks, true);
        [$first, $firstAt, $second, $secondAt] = TwoNearest::of($graph->referrers(), $marks);
        $labels = '';
        foreach ($first as $node => $source) {
            $labels .= isset($isMarked[$node])
                ? pack('VVVV', $node, 0, $source & self::NONE, $firstAt[$node])
                : pack('VVVV', $source & self::NONE, $firstAt[$node], $second[$node] & self::NONE, $secondAt[$node]);
        }

        return new self(new HeldBytes($labels), $marks);
    }

    public static function kept(Bytes $labels, string $marks): self
    {
        return new self($labels, $marks === '' ? [] : array_values((array) unpack('V*', $marks)));
    }

    public function packedMarks(): string
    {
        return $this->marks === [] ? '' : pack('V*', ...$this->marks);
    }

    /**
     * The same for another graph, or other marks.
     *
     * @param  list<int>  $marks
     * @param  list<int>  $changed  the nodes that refer to others than before
     */
    public function after(Graph $graph, array $marks, array $changed): self
    {
        $now = new self($this->labels, $marks);
        $touched = $this->touched($marks, $changed);
        if ($touched !== []) {
            $now->mend($graph, array_fill_keys($marks, true), $touched);
        }

        return $now;
    }

    /**
     * Whether nothing has changed but that more nodes are marked.
     *
     * @param  list<int>  $marks
     * @param  list<int>  $changed  the nodes that refer to others than before
     */
    public function isLessThan(array $marks, array $changed): bool
    {
        return $changed === [] && array_diff($this->marks, $marks) === [];
    }

    /**
     * @param  list<int>  $marks
     * @return list<int> those that were not marked
     */
    public function added(array $marks): array
    {
        return array_values(array_diff($marks, $this->marks));
    }

    /**
     * From how many nodes the labels may have to be mended.
     *
     * @param  list<int>  $marks
     * @param  list<int>  $changed  the nodes that refer to others than before
     */
    public function distance(array $marks, array $changed): int
    {
        return count($this->touched($marks, $changed));
    }

    /**
     * @param  list<int>  $marks
     * @param  list<int>  $changed
     * @return list<int>
     */
    private function touched(array $marks, array $changed): array
    {
        return array_values(array_unique([...$this->added($marks), ...array_diff($this->marks, $marks), ...$changed]));
    }

    /** The same, to be kept. */
    public function flat(int $count): self
    {
        if ($this->mended === [] && $this->labels->length() === self::LABEL_BYTES * $count) {
            return $this;
        }
        $labels = str_pad($this->labels->all(), self::LABEL_BYTES * $count, self::label([]));
        $mended = $this->mended;
        ksort($mended);
        $pieces = [];
        $from = 0;
        foreach ($mended as $node => $label) {
            $pieces[] = substr($labels, $from, $node * self::LABEL_BYTES - $from);
            $pieces[] = $label;
            $from = ($node + 1) * self::LABEL_BYTES;
        }
        $pieces[] = substr($labels, $from);

        return new self(new HeldBytes(implode('', $pieces)), $this->marks);
    }

    /** @return ?array{int, int} the nearest marked node below another one, and how far it is; null: there is none */
    public function below(int $node): ?array
    {
        $best = null;
        foreach ($this->at($node) as $source => $distance) {
            if ($source !== $node && ($best === null || [$distance, $source] < [$best[1], $best[0]])) {
                $best = [$source, $distance];
            }
        }

        return $best;
    }

    /** @return string for each node a letter, YES where a marked node other than itself is below it */
    public function haveBelow(int $count): string
    {
        // In one sweep: of each label the byte by which it says that there is none, else the last of the distance, which is never that large.
        $has = Pattern::replace('~\G(?|(\xFF)\xFF{3}.{12}|.{7}(.).{8})~s', '$1', $this->labels->all());
        $has = str_pad(strtr($has, "\xFF\0", Reaching::NO.Reaching::YES), $count, Reaching::NO);
        // A marked one is the nearest to itself.
        foreach ([...$this->marks, ...array_keys($this->mended)] as $node) {
            $has[$node] = array_diff(array_keys($this->at($node)), [$node]) === [] ? Reaching::NO : Reaching::YES;
        }

        return $has;
    }

    /**
     * @param  array<int, true>  $isMarked
     * @param  list<int>  $touched
     */
    private function mend(Graph $graph, array $isMarked, array $touched): void
    {
        $lost = $this->withdraw($graph, $isMarked, $touched);
        // What is not reached from below any more is sought anew, and so is what may be nearer now.
        $waiting = [];
        foreach ([...array_keys($lost), ...$touched] as $node) {
            if (isset($isMarked[$node])) {
                $waiting[0][] = self::pair($node, $node);
            }
            foreach ($graph->targets()->at($node) as $target) {
                foreach ($this->at($target) as $source => $distance) {
                    $waiting[$distance + 1][] = self::pair($node, $source);
                }
            }
        }
        for ($distance = 0; $waiting !== []; $distance++) {
            for ($i = 0; isset($waiting[$distance][$i]); $i++) {
                [$node, $source] = [$waiting[$distance][$i] >> 32, $waiting[$distance][$i] & self::NONE];
                if ($this->take($node, $source, $distance)) {
                    foreach ($graph->referrers()->at($node) as $referrer) {
                        $waiting[$distance + 1][] = self::pair($referrer, $source);
                    }
                }
            }
            unset($waiting[$distance]);
        }
    }

    /**
     * Takes away what nothing supports any more, nearest first, so that what is looked at rests on what is settled already.
     *
     * @param  array<int, true>  $isMarked
     * @param  list<int>  $touched
     * @return array<int, true> the nodes that have lost something
     */
    private function withdraw(Graph $graph, array $isMarked, array $touched): array
    {
        $waiting = $lost = [];
        foreach ($touched as $node) {
            foreach ($this->at($node) as $source => $distance) {
                $waiting[$distance][] = self::pair($node, $source);
            }
        }
        for ($distance = 0; $waiting !== []; $distance++) {
            for ($i = 0; isset($waiting[$distance][$i]); $i++) {
                [$node, $source] = [$waiting[$distance][$i] >> 32, $waiting[$distance][$i] & self::NONE];
                if ($this->distanceTo($node, $source) !== $distance || $this->isSupported($graph, $isMarked, $node, $source, $distance)) {
                    continue;
                }
                $label = $this->at($node);
                unset($label[$source]);
                $this->mended[$node] = self::label($label);
                $lost[$node] = true;
                foreach ($graph->referrers()->at($node) as $referrer) {
                    $waiting[$distance + 1][] = self::pair($referrer, $source);
                }
            }
            unset($waiting[$distance]);
        }

        return $lost;
    }

    /** @param array<int, true> $isMarked */
    private function isSupported(Graph $graph, array $isMarked, int $node, int $source, int $distance): bool
    {
        if ($distance === 0) {
            return isset($isMarked[$node]);
        }
        foreach ($graph->targets()->at($node) as $target) {
            if (($this->distanceTo($target, $source) ?? PHP_INT_MAX) < $distance) {
                return true;
            }
        }

        return false;
    }

    /** Whether a node has another label by that. */
    private function take(int $node, int $source, int $distance): bool
    {
        [$first, $firstAt, $second, $secondAt] = $this->numbers($node);
        $isFirst = match (true) {
            $first === $source, $second === $source => $first === $source,
            $first === self::NONE, $second === self::NONE => $first === self::NONE,
            // The one that is further away gives way.
            default => $firstAt > $secondAt || ($firstAt === $secondAt && $first > $second),
        };
        [$before, $beforeAt] = $isFirst ? [$first, $firstAt] : [$second, $secondAt];
        if ($before !== self::NONE && ($distance > $beforeAt || ($distance === $beforeAt && $source >= $before))) {
            return false;
        }
        $this->mended[$node] = $isFirst ? pack('VVVV', $source, $distance, $second, $secondAt) : pack('VVVV', $first, $firstAt, $source, $distance);

        return true;
    }

    /** A node and a marked one in one number, since very many of them wait at once. */
    private static function pair(int $node, int $source): int
    {
        return $node << 32 | $source;
    }

    /** @param array<int, int> $distances to no, one or two marked nodes */
    private static function label(array $distances): string
    {
        $label = '';
        foreach ($distances as $source => $distance) {
            $label .= pack('VV', $source, $distance);
        }

        return str_pad($label, self::LABEL_BYTES, pack('VV', self::NONE, 0));
    }

    /** @return array<int, int> marked nodes with their distances */
    private function at(int $node): array
    {
        [$first, $firstAt, $second, $secondAt] = $this->numbers($node);

        return match (true) {
            $first === self::NONE => [],
            $second === self::NONE => [$first => $firstAt],
            default => [$first => $firstAt, $second => $secondAt],
        };
    }

    /** How far a marked node is from another one by its label; null: its label says nothing of it. */
    private function distanceTo(int $node, int $source): ?int
    {
        [$first, $firstAt, $second, $secondAt] = $this->numbers($node);

        return match ($source) {
            $first => $firstAt,
            $second => $secondAt,
            default => null,
        };
    }

    /** @return array{int, int, int, int} of a label */
    private function numbers(int $node): array
    {
        $label = $this->mended[$node] ?? $this->labels->part($node * self::LABEL_BYTES, self::LABEL_BYTES);
        if ($label === '') {
            return [self::NONE, 0, self::NONE, 0];
        }
        [1 => $first, 2 => $firstAt, 3 => $second, 4 => $secondAt] = (array) unpack('V4', $label);

        return [$first, $firstAt, $second, $secondAt];
    }
}
