<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/**
 * Who refers to whom. Cycles are legal; a document's reference to itself is not an edge.
 *
 * Inside, nodes are numbers: a walk over thousands of them then stays in lists that lie close together in memory.
 */
final class Graph
{
    /** @var array<string, int> by node */
    private readonly array $numbers;

    /** @var list<list<int>>|null */
    private ?array $referrers = null;

    /**
     * @param  list<string>  $nodes
     * @param  list<list<int>>  $targets  for each node, the numbers of those that it refers to
     */
    public function __construct(private readonly array $nodes, private readonly array $targets)
    {
        $this->numbers = array_flip($nodes);
    }

    /** @return list<string> */
    public function targetsOf(string $node): array
    {
        return $this->named($this->targets[$this->numbers[$node] ?? -1] ?? []);
    }

    /** @return list<string> */
    public function referrersOf(string $node): array
    {
        return $this->named($this->referrers()[$this->numbers[$node] ?? -1] ?? []);
    }

    /**
     * Everything that the nodes refer to, at any depth, without the nodes themselves; nearest first.
     *
     * @param  list<string>  $nodes
     * @return list<string>
     */
    public function below(array $nodes): array
    {
        return $this->reach($nodes, $this->targets);
    }

    /**
     * Everything that refers to the nodes, at any depth, without the nodes themselves; nearest first.
     *
     * @param  list<string>  $nodes
     * @return list<string>
     */
    public function above(array $nodes): array
    {
        return $this->reach($nodes, $this->referrers());
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
        $isCandidate = $this->marked($candidates);
        $queue = $this->numbered($nodes);
        $by = [];
        for ($head = 0; $head < count($queue); $head++) {
            foreach ($this->targets[$queue[$head]] as $target) {
                if ($isCandidate[$target]) {
                    $isCandidate[$target] = false;
                    $by[$this->nodes[$target]] = $this->nodes[$queue[$head]];
                    $queue[] = $target;
                }
            }
        }

        return $by;
    }

    /**
     * For each node that has one of the marked nodes below it, other than itself, the nearest such.
     *
     * Two sources are carried for each node, since the nearest may be the node itself through a cycle.
     *
     * @param  list<string>  $marked
     * @return array<string, string> node to marked node
     */
    public function nearestBelow(array $marked): array
    {
        $referrers = $this->referrers();
        $first = $second = [];
        $queue = [];
        foreach ($this->numbered($marked) as $mark) {
            $queue[] = [$mark, $mark];
        }
        for ($head = 0; $head < count($queue); $head++) {
            [$node, $source] = $queue[$head];
            foreach ($referrers[$node] as $referrer) {
                if ($referrer === $source || isset($second[$referrer]) || ($first[$referrer] ?? null) === $source) {
                    continue;
                }
                isset($first[$referrer]) ? $second[$referrer] = $source : $first[$referrer] = $source;
                $queue[] = [$referrer, $source];
            }
        }
        $nearest = [];
        foreach ($first as $node => $source) {
            $nearest[$this->nodes[$node]] = $this->nodes[$source];
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
        $isWaiting = $this->marked($nodes);
        $ordered = [];
        foreach ($starts as $start) {
            $stack = [[$start, false]];
            while ($stack !== []) {
                [$node, $isLeaving] = array_pop($stack);
                if ($isLeaving) {
                    $ordered[] = $node;
                } elseif ($isWaiting[$node]) {
                    $isWaiting[$node] = false;
                    $stack[] = [$node, true];
                    foreach (array_reverse($this->targets[$node]) as $target) {
                        if ($isWaiting[$target]) {
                            $stack[] = [$target, false];
                        }
                    }
                }
            }
        }

        return $this->named($ordered);
    }

    /**
     * @param  list<string>  $nodes
     * @param  list<list<int>>  $edges
     * @return list<string>
     */
    private function reach(array $nodes, array $edges): array
    {
        $queue = $this->numbered($nodes);
        $own = count($queue);
        $isSeen = $this->marked($nodes);
        for ($head = 0; $head < count($queue); $head++) {
            foreach ($edges[$queue[$head]] as $next) {
                if (! $isSeen[$next]) {
                    $isSeen[$next] = true;
                    $queue[] = $next;
                }
            }
        }

        return $this->named(array_slice($queue, $own));
    }

    /** @return list<list<int>> */
    private function referrers(): array
    {
        if ($this->referrers === null) {
            $this->referrers = array_fill(0, count($this->nodes), []);
            foreach ($this->targets as $node => $targets) {
                foreach ($targets as $target) {
                    $this->referrers[$target][] = $node;
                }
            }
        }

        return $this->referrers;
    }

    /**
     * @param  list<string>  $nodes  those that are none are left out
     * @return list<int>
     */
    private function numbered(array $nodes): array
    {
        $numbers = [];
        foreach ($nodes as $node) {
            if (isset($this->numbers[$node])) {
                $numbers[] = $this->numbers[$node];
            }
        }

        return $numbers;
    }

    /**
     * @param  list<string>  $nodes
     * @return list<bool> for each node of the graph, whether it is one of them
     */
    private function marked(array $nodes): array
    {
        $marks = array_fill(0, count($this->nodes), false);
        foreach ($this->numbered($nodes) as $number) {
            $marks[$number] = true;
        }

        return $marks;
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
