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
    /** Of so few nodes each looks for what is below it by itself; for more, all that is marked is followed upwards once. */
    private const FEW = 4;

    /** @var ?array<string, int> by node */
    private ?array $numbers = null;

    /**
     * @param  list<string>  $nodes
     * @param  (\Closure(): Adjacency)|Adjacency|null  $referrers  or how they are got when they are needed; null: they are found then
     */
    public function __construct(private readonly array $nodes, private readonly Adjacency $targets, private \Closure|Adjacency|null $referrers = null) {}

    /**
     * @param  list<string>  $nodes
     * @param  list<list<int>>  $targets  for each node, the numbers of those that it refers to
     */
    public static function of(array $nodes, array $targets): self
    {
        return new self($nodes, Adjacency::of($targets));
    }

    /** @return list<string> */
    public function nodes(): array
    {
        return $this->nodes;
    }

    /** @return ?int the place of a node in the graph */
    public function numberOf(string $node): ?int
    {
        return $this->numbers()[$node] ?? null;
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

        return $this->referrers = $this->referrers === null ? $this->targets->reversed() : ($this->referrers)();
    }

    /** @return list<string> */
    public function targetsOf(string $node): array
    {
        $number = $this->numbers()[$node] ?? null;

        return $number === null ? [] : $this->named($this->targets->at($number));
    }

    /** @return list<string> */
    public function referrersOf(string $node): array
    {
        $number = $this->numbers()[$node] ?? null;

        return $number === null ? [] : $this->named($this->referrers()->at($number));
    }

    /**
     * The same graph where some nodes refer to others than before; those that it does not know are new ones.
     *
     * @param  array<string, list<string>>  $changed  by node
     */
    public function with(array $changed): self
    {
        $nodes = $this->nodes;
        $numbers = $this->numbers();
        $number = static function (string $node) use (&$nodes, &$numbers): int {
            if (! isset($numbers[$node])) {
                $numbers[$node] = count($nodes);
                $nodes[] = $node;
            }

            return $numbers[$node];
        };
        $parts = $lost = $won = [];
        foreach ($changed as $node => $targets) {
            $from = $number((string) $node);
            $before = $from < $this->targets->count() ? $this->targets->at($from) : [];
            $parts[$from] = array_values(array_diff(array_unique(array_map($number, $targets)), [$from]));
            foreach (array_diff($before, $parts[$from]) as $target) {
                $lost[$target][] = $from;
            }
            foreach (array_diff($parts[$from], $before) as $target) {
                $won[$target][] = $from;
            }
        }
        $back = [];
        foreach ($lost + $won as $target => $_) {
            $before = $target < $this->referrers()->count() ? $this->referrers()->at($target) : [];
            $back[$target] = [...array_values(array_diff($before, $lost[$target] ?? [])), ...$won[$target] ?? []];
            sort($back[$target]);
        }

        return new self($nodes, $this->targets->with($parts, count($nodes)), $this->referrers()->with($back, count($nodes)));
    }

    /**
     * Everything that the nodes refer to, at any depth, without the nodes themselves; nearest first.
     *
     * @param  list<string>  $nodes
     * @return list<string>
     */
    public function below(array $nodes): array
    {
        return $this->named($this->reach($nodes, $this->targets));
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

        return $isCandidate === [] ? [] : $this->named(array_values(array_filter($this->reach($nodes, $this->targets), static fn (int $number): bool => isset($isCandidate[$number]))));
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
                    $by[$this->nodes[$target]] = $this->nodes[$queue[$head]];
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
        if ($nodes === null || count($nodes) > self::FEW) {
            return $this->nearestFromBelow($marks, $nodes === null ? null : $this->numbered($nodes));
        }
        $isMarked = array_fill_keys($marks, true);
        $nearest = [];
        foreach ($this->numbered($nodes) as $node) {
            $found = $isMarked === [] ? null : $this->nearest($node, $isMarked);
            if ($found !== null) {
                $nearest[$this->nodes[$node]] = [$this->nodes[$found[0]], $found[1]];
            }
        }

        return $nearest;
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
    private function nearest(int $node, array $isMarked): ?array
    {
        [$starts, $ends, $edges] = [$this->targets->starts, $this->targets->ends, $this->targets->edges];
        $isSeen = [$node => true];
        $level = [$node];
        for ($distance = 1; $level !== []; $distance++) {
            $next = [];
            $found = null;
            foreach ($level as $at) {
                for ($i = $starts[$at], $end = $ends[$at]; $i < $end; $i++) {
                    $target = $edges[$i];
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
     * Follows all marked nodes upwards at once. Two are carried for each node, since the nearest may be the node itself through a cycle.
     *
     * @param  list<int>  $marks  by their numbers, so that within a distance the first by its number comes first
     * @param  ?list<int>  $wanted  null: all
     * @return array<string, array{string, int}>
     */
    private function nearestFromBelow(array $marks, ?array $wanted): array
    {
        [$starts, $ends, $edges] = [$this->referrers()->starts, $this->referrers()->ends, $this->referrers()->edges];
        $first = $second = $distances = [];
        $nodes = $sources = $marks;
        for ($distance = 1; $nodes !== []; $distance++) {
            $nextNodes = $nextSources = [];
            foreach ($nodes as $index => $node) {
                $source = $sources[$index];
                for ($i = $starts[$node], $end = $ends[$node]; $i < $end; $i++) {
                    $referrer = $edges[$i];
                    if ($referrer === $source) {
                        continue;
                    }
                    if (! isset($first[$referrer])) {
                        $first[$referrer] = $source;
                        $distances[$referrer] = $distance;
                    } elseif (isset($second[$referrer]) || $first[$referrer] === $source) {
                        continue;
                    } else {
                        $second[$referrer] = $source;
                    }
                    $nextNodes[] = $referrer;
                    $nextSources[] = $source;
                }
            }
            [$nodes, $sources] = [$nextNodes, $nextSources];
        }
        $nearest = [];
        foreach ($wanted ?? array_keys($first) as $node) {
            if (isset($first[$node])) {
                $nearest[$this->nodes[$node]] = [$this->nodes[$first[$node]], $distances[$node]];
            }
        }

        return $nearest;
    }

    /**
     * @param  list<string>  $nodes
     * @return list<int> without the nodes themselves, nearest first
     */
    private function reach(array $nodes, Adjacency $adjacency): array
    {
        [$starts, $ends, $edges] = [$adjacency->starts, $adjacency->ends, $adjacency->edges];
        $queue = $this->numbered($nodes);
        $own = count($queue);
        $isSeen = array_fill_keys($queue, true);
        for ($head = 0; $head < count($queue); $head++) {
            for ($i = $starts[$queue[$head]], $end = $ends[$queue[$head]]; $i < $end; $i++) {
                if (! isset($isSeen[$edges[$i]])) {
                    $isSeen[$edges[$i]] = true;
                    $queue[] = $edges[$i];
                }
            }
        }

        return array_slice($queue, $own);
    }

    /** @return array<string, int> by node */
    private function numbers(): array
    {
        return $this->numbers ??= array_flip($this->nodes);
    }

    /**
     * @param  list<string>  $nodes  those that are none are left out
     * @return list<int>
     */
    private function numbered(array $nodes): array
    {
        $all = $this->numbers();
        $numbers = [];
        foreach ($nodes as $node) {
            if (isset($all[$node])) {
                $numbers[] = $all[$node];
            }
        }

        return $numbers;
    }

    /**
     * @param  list<int>  $numbers
     * @return list<string>
     */
    private function named(array $numbers): array
    {
        return array_map(fn (int $number): string => $this->nodes[$number], $numbers);
    }
}
