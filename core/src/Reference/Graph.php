<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/**
 * Who refers to whom. Cycles are legal; a document's reference to itself is not an edge. It does not change; `with` makes another one.
 *
 * Inside, nodes are numbers: a walk over many thousands of them then stays in lists that lie close together in memory.
 */
final class Graph
{
    /** Microseconds, about, for a node whose label is mended, that is met on the way down from one that is asked about, and that is met where all is worked out anew. */
    private const MENDING = 12;

    private const WALKING = 3;

    private const ANEW = 4;

    /**
     * @param  (\Closure(): Adjacency)|Adjacency|null  $referrers  or how they are got when they are needed; null: they are found then
     * @param  ?NearestMarked  $nearest  as it was known for this graph before some nodes changed
     * @param  list<int>  $changed  these nodes
     */
    public function __construct(
        private readonly Nodes $nodes,
        private readonly Adjacency $targets,
        private \Closure|Adjacency|null $referrers = null,
        private readonly ?NearestMarked $nearest = null,
        private readonly array $changed = [],
    ) {}

    /**
     * @param  list<string>  $nodes
     * @param  list<list<int>>  $targets  for each node, the numbers of those that it refers to
     */
    public static function of(array $nodes, array $targets): self
    {
        return new self(new Nodes($nodes), FlatAdjacency::of($targets));
    }

    public function nodes(): Nodes
    {
        return $this->nodes;
    }

    public function targets(): Adjacency
    {
        return $this->targets;
    }

    public function referrers(): Adjacency
    {
        if ($this->referrers instanceof Adjacency) {
            return $this->referrers;
        }

        return $this->referrers = $this->referrers === null ? $this->targets->flat()->reversed() : ($this->referrers)();
    }

    /** @return list<string> */
    public function targetsOf(string $node): array
    {
        $number = $this->nodes->number($node);

        return $number === null ? [] : $this->named($this->targets->at($number));
    }

    /** @return list<string> */
    public function referrersOf(string $node): array
    {
        $number = $this->nodes->number($node);

        return $number === null ? [] : $this->named($this->referrers()->at($number));
    }

    /**
     * The same graph where some nodes refer to others than before; those that it does not know are new ones.
     *
     * @param  array<string, list<string>>  $changed  by node
     */
    public function with(array $changed): self
    {
        $unknown = array_filter(array_unique([...array_map(strval(...), array_keys($changed)), ...array_merge(...array_values($changed))]), fn (string $node): bool => $this->nodes->number($node) === null);
        $nodes = $this->nodes->with(array_values($unknown));
        $parts = $lost = $won = [];
        foreach ($changed as $node => $targets) {
            $from = (int) $nodes->number((string) $node);
            $before = $from < $this->targets->count() ? $this->targets->at($from) : [];
            $parts[$from] = array_values(array_diff(array_unique(array_map(static fn (string $target): int => (int) $nodes->number($target), $targets)), [$from]));
            foreach (array_diff($before, $parts[$from]) as $target) {
                $lost[$target][] = $from;
            }
            foreach (array_diff($parts[$from], $before) as $target) {
                $won[$target][] = $from;
            }
        }
        $referrers = function () use ($lost, $won, $nodes): Adjacency {
            $back = [];
            foreach ($lost + $won as $target => $_) {
                $before = $target < $this->referrers()->count() ? $this->referrers()->at($target) : [];
                $back[$target] = [...array_values(array_diff($before, $lost[$target] ?? [])), ...$won[$target] ?? []];
                sort($back[$target]);
            }

            return new ChangedAdjacency($this->referrers(), $back, $nodes->count());
        };

        return new self($nodes, new ChangedAdjacency($this->targets, $parts, $nodes->count()), $referrers, $this->nearest, [...$this->changed, ...array_keys($parts)]);
    }

    /**
     * The same graph, which knows what is nearest to each node and so answers for a few at once.
     *
     * @param  list<string>  $marked
     */
    public function knowingNearest(array $marked): self
    {
        $marks = $this->numbered($marked);
        sort($marks);

        return new self($this->nodes, $this->targets, $this->referrers(), NearestMarked::of($this, $marks));
    }

    public function nearest(): ?NearestMarked
    {
        return $this->nearest;
    }

    /**
     * The same graph with what was found out later about what is nearest.
     *
     * @param  array<int, int>  $sums  as changedSums() gave them then
     */
    public function knowing(NearestMarked $nearest, array $sums): self
    {
        return new self($this->nodes, $this->targets, $this->referrers, $nearest, array_keys(array_diff_assoc($this->changedSums(), $sums)));
    }

    /** @return array<int, int> for each node that refers to others than was known, a sum of these */
    public function changedSums(): array
    {
        $sums = [];
        foreach ($this->changed as $node) {
            $targets = $this->targets->at($node);
            sort($targets);
            $sums[$node] = crc32(pack('V*', ...$targets));
        }

        return $sums;
    }

    /**
     * Everything that the nodes refer to, at any depth, without the nodes themselves; nearest first.
     *
     * @param  list<string>  $nodes
     * @return list<string>
     */
    public function below(array $nodes): array
    {
        return $this->named($this->reach($nodes));
    }

    /**
     * Everything that refers to the nodes at any depth, and not only by way of one of the stops, without the nodes themselves.
     *
     * @param  list<string>  $nodes
     * @param  list<string>  $stops
     * @return ?list<string> null: more than so many
     */
    public function aboveUntil(array $nodes, array $stops, int $most): ?array
    {
        $queue = $this->numbered($nodes);
        $isSeen = array_fill_keys($queue, true);
        $isStop = array_diff_key(array_fill_keys($this->numbered($stops), true), $isSeen);
        $above = [];
        for ($head = 0; $head < count($queue); $head++) {
            foreach (isset($isStop[$queue[$head]]) ? [] : $this->referrers()->at($queue[$head]) as $referrer) {
                if (! isset($isSeen[$referrer])) {
                    $isSeen[$referrer] = true;
                    $queue[] = $above[] = $referrer;
                    if (count($above) > $most) {
                        return null;
                    }
                }
            }
        }

        return $this->named($above);
    }

    /**
     * Everything that refers to a node, or that it refers to, at any depth: nearest first, with how far it is and by way of which
     * neighbour that is nearer, the first of several.
     *
     * @param  bool  $isUp  what refers to it; else what it refers to
     * @return array{list<array{string, int, string}>, int} so many nodes with their distances and ways, and how many there are
     */
    public function around(string $node, bool $isUp, int $most): array
    {
        $start = $this->nodes->number($node);
        if ($start === null) {
            return [[], 0];
        }
        $edges = $isUp ? $this->referrers() : $this->targets;
        $isSeen = [$start => true];
        $found = [];
        $total = 0;
        $level = [$start];
        for ($distance = 1; $level !== []; $distance++) {
            $next = [];
            foreach ($level as $by) {
                foreach ($edges->at($by) as $other) {
                    if (! isset($isSeen[$other])) {
                        $isSeen[$other] = true;
                        $next[] = $other;
                        if (++$total <= $most) {
                            $found[] = [$this->nodes->name($other), $distance, $this->nodes->name($by)];
                        }
                    }
                }
            }
            $level = $next;
        }

        return [$found, $total];
    }

    /**
     * Those of the candidates that the nodes refer to, at any depth and by way of any others; nearest first.
     *
     * @param  list<string>  $nodes
     * @param  list<string>  $candidates
     * @return list<string>
     */
    public function belowAmong(array $nodes, array $candidates): array
    {
        $isCandidate = array_fill_keys($this->numbered($candidates), true);

        return $isCandidate === [] || $nodes === [] ? [] : $this->named(array_values(array_filter($this->reach($nodes), static fn (int $number): bool => isset($isCandidate[$number]))));
    }

    /**
     * Those of the candidates that the nodes refer to, at any depth by way of other candidates; nearest first.
     *
     * @param  list<string>  $nodes
     * @param  list<string>  $candidates  none of them among the nodes
     * @return array<string, string> candidate to the node or candidate that refers to it
     */
    public function pulledIn(array $nodes, array $candidates): array
    {
        $isCandidate = array_fill_keys($this->numbered($candidates), true);
        $queue = $this->numbered($nodes);
        $by = [];
        for ($head = 0; $isCandidate !== [] && $head < count($queue); $head++) {
            foreach ($this->targets->at($queue[$head]) as $target) {
                if (isset($isCandidate[$target])) {
                    unset($isCandidate[$target]);
                    $by[$this->nodes->name($target)] = $this->nodes->name($queue[$head]);
                    $queue[] = $target;
                }
            }
        }

        return $by;
    }

    /**
     * For each of the nodes that has one of the marked nodes below it, other than itself, the nearest such and how many references away it
     * is; of several that are equally near, the first by its place in the graph.
     *
     * @param  list<string>  $marked
     * @param  ?list<string>  $nodes  null: all
     * @return array<string, array{string, int}> node to marked node and distance
     */
    public function nearestBelow(array $marked, ?array $nodes = null): array
    {
        $marks = $this->numbered($marked);
        sort($marks);
        if ($nodes === null) {
            return $this->nearestFromBelow($marks, null);
        }
        // As far as a walk down goes, by chance, until it meets one that is marked.
        $walk = self::WALKING * count($nodes) * intdiv($this->nodes->count(), count($marks) + 1);
        $mending = $this->mending($marks);
        $anew = self::ANEW * $this->nodes->count();
        if ($mending !== null && $mending <= min($walk, $anew)) {
            return $this->nearestAsKept($this->nearest?->after($this, $marks, $this->changed), $nodes);
        }
        if ($anew < $walk) {
            return $this->nearestFromBelow($marks, $this->numbered($nodes));
        }
        $isMarked = array_fill_keys($marks, true);
        $nearest = [];
        foreach ($this->numbered($nodes) as $node) {
            $found = $isMarked === [] ? null : $this->nearestFromAbove($node, $isMarked);
            if ($found !== null) {
                $nearest[$this->nodes->name($node)] = [$this->nodes->name($found[0]), $found[1]];
            }
        }

        return $nearest;
    }

    /**
     * How long it takes, about, to find out what is nearest below all nodes, from what was known before.
     *
     * @param  list<string>  $marked
     * @return int microseconds
     */
    public function farFrom(array $marked): int
    {
        return min($this->mending($this->numbered($marked)) ?? PHP_INT_MAX, self::ANEW * $this->nodes->count());
    }

    /**
     * The same graph, which knows what is nearest below all nodes now.
     *
     * @param  list<string>  $marked
     */
    public function settled(array $marked): self
    {
        return new self($this->nodes, $this->targets, $this->referrers(), $this->nearestTo($marked)->flat($this->nodes->count()));
    }

    /** @param list<string> $marked */
    private function nearestTo(array $marked): NearestMarked
    {
        $marks = $this->numbered($marked);
        sort($marks);
        $mending = $this->mending($marks);

        return $this->nearest === null || $mending > self::ANEW * $this->nodes->count() ? NearestMarked::of($this, $marks) : $this->nearest->after($this, $marks, $this->changed);
    }

    /**
     * @param  list<int>  $marks
     * @return ?int in microseconds, about; null: the nearest are not known
     */
    private function mending(array $marks): ?int
    {
        // Each that is marked is the nearest or the second of so many.
        return $this->nearest === null ? null : self::MENDING * $this->nearest->distance($marks, $this->changed) * min($this->nodes->count(), intdiv(2 * $this->nodes->count(), count($marks) + 1));
    }

    /**
     * For asking of very many nodes whether one of the marked ones is below them, other than themselves.
     *
     * @param  list<string>  $marked
     * @return \Closure(string): bool
     */
    public function marking(array $marked): \Closure
    {
        $has = $this->nearestTo($marked)->haveBelow($this->nodes->count());

        return function (string $node) use ($has): bool {
            $number = $this->nodes->number($node);

            return $number !== null && $has[$number] === NearestMarked::YES;
        };
    }

    /**
     * The nodes ordered so that each comes after those it refers to; within a cycle, in the given order.
     *
     * @param  list<string>  $nodes
     * @return list<string>
     */
    public function targetsFirst(array $nodes): array
    {
        $starts = $this->numbered($nodes);
        $isWaiting = array_fill_keys($starts, true);
        $ordered = [];
        foreach ($starts as $start) {
            $stack = [[$start, false]];
            while ($stack !== []) {
                [$node, $isLeaving] = array_pop($stack);
                if ($isLeaving) {
                    $ordered[] = $node;
                } elseif (isset($isWaiting[$node])) {
                    unset($isWaiting[$node]);
                    $stack[] = [$node, true];
                    foreach (array_reverse($this->targets->at($node)) as $target) {
                        if (isset($isWaiting[$target])) {
                            $stack[] = [$target, false];
                        }
                    }
                }
            }
        }

        return $this->named($ordered);
    }

    /**
     * Goes down from one node, level by level, until a marked one is met.
     *
     * @param  array<int, true>  $isMarked
     * @return ?array{int, int}
     */
    private function nearestFromAbove(int $node, array $isMarked): ?array
    {
        $isSeen = [$node => true];
        $level = [$node];
        for ($distance = 1; $level !== []; $distance++) {
            $next = [];
            $found = null;
            foreach ($level as $at) {
                foreach ($this->targets->at($at) as $target) {
                    if (! isset($isSeen[$target])) {
                        $isSeen[$target] = true;
                        $next[] = $target;
                        if (isset($isMarked[$target]) && ($found === null || $target < $found)) {
                            $found = $target;
                        }
                    }
                }
            }
            if ($found !== null) {
                return [$found, $distance];
            }
            $level = $next;
        }

        return null;
    }

    /**
     * @param  list<string>  $nodes
     * @return array<string, array{string, int}>
     */
    private function nearestAsKept(?NearestMarked $kept, array $nodes): array
    {
        $found = [];
        foreach ($nodes as $name) {
            $node = $this->nodes->number($name);
            $nearest = $node === null ? null : $kept?->below($node);
            if ($nearest !== null) {
                $found[$name] = [$this->nodes->name($nearest[0]), $nearest[1]];
            }
        }

        return $found;
    }

    /**
     * @param  list<int>  $marks  by their numbers
     * @param  ?list<int>  $wanted  null: all
     * @return array<string, array{string, int}>
     */
    private function nearestFromBelow(array $marks, ?array $wanted): array
    {
        [$first, $firstAt] = $this->twoNearest($marks);
        $found = [];
        foreach ($wanted ?? array_keys($first) as $node) {
            if ($first[$node] >= 0) {
                $found[$this->nodes->name($node)] = [$this->nodes->name($first[$node]), $firstAt[$node]];
            }
        }

        return $found;
    }

    /**
     * Follows all marked nodes upwards at once. Two are carried for each node, since the nearest may be the node itself through a cycle.
     *
     * @param  list<int>  $marks  by their numbers, so that within a distance the first by its number comes first
     * @return array{list<int>, list<int>, list<int>, list<int>} for each node the nearest marked one other than itself and its distance, then the second nearest; -1 where there is none
     */
    public function twoNearest(array $marks): array
    {
        // As it is kept: unpacked it takes four times the memory, and each node is asked for twice at most.
        $referrers = $this->referrers();
        $none = -1;
        $count = $referrers->count();
        $first = $second = $count === 0 ? [] : array_fill(0, $count, $none);
        $firstAt = $secondAt = $count === 0 ? [] : array_fill(0, $count, 0);
        $nodes = $sources = $marks;
        for ($distance = 1; $nodes !== []; $distance++) {
            $nextNodes = $nextSources = [];
            foreach ($nodes as $index => $node) {
                $source = $sources[$index];
                foreach ($referrers->at($node) as $referrer) {
                    if ($second[$referrer] !== $none || $referrer === $source) {
                        continue;
                    }
                    $nearest = $first[$referrer];
                    if ($nearest === $none) {
                        $first[$referrer] = $source;
                        $firstAt[$referrer] = $distance;
                    } elseif ($nearest === $source) {
                        continue;
                    } else {
                        $second[$referrer] = $source;
                        $secondAt[$referrer] = $distance;
                    }
                    $nextNodes[] = $referrer;
                    $nextSources[] = $source;
                }
            }
            [$nodes, $sources] = [$nextNodes, $nextSources];
        }

        return [$first, $firstAt, $second, $secondAt];
    }

    /**
     * @param  list<string>  $nodes
     * @return list<int> what they refer to at any depth, without the nodes themselves, nearest first
     */
    private function reach(array $nodes): array
    {
        $flat = $this->targets->flat();
        [$starts, $ends, $edges] = [$flat->starts, $flat->ends, $flat->edges];
        $queue = $this->numbered($nodes);
        $own = count($queue);
        $isSeen = array_fill(0, max(1, count($starts)), false);
        foreach ($queue as $node) {
            $isSeen[$node] = true;
        }
        for ($head = 0; $head < count($queue); $head++) {
            $node = $queue[$head];
            for ($i = $starts[$node], $end = $ends[$node]; $i < $end; $i++) {
                $target = $edges[$i];
                if (! $isSeen[$target]) {
                    $isSeen[$target] = true;
                    $queue[] = $target;
                }
            }
        }

        return array_slice($queue, $own);
    }

    /**
     * @param  list<string>  $nodes  those that are none are left out
     * @return list<int>
     */
    private function numbered(array $nodes): array
    {
        return array_values(array_filter(array_map($this->nodes->number(...), $nodes), static fn (?int $number): bool => $number !== null));
    }

    /**
     * @param  list<int>  $numbers
     * @return list<string>
     */
    private function named(array $numbers): array
    {
        return array_map($this->nodes->name(...), $numbers);
    }
}
