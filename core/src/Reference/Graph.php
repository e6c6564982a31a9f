<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** Who refers to whom. Cycles are legal; a document's reference to itself is not an edge. */
final class Graph
{
    /** @var array<string, list<string>>|null */
    private ?array $reverse = null;

    /** @param array<string, list<string>> $edges from each node to those that it refers to */
    public function __construct(private readonly array $edges) {}

    /** @return list<string> */
    public function targetsOf(string $node): array
    {
        return $this->edges[$node] ?? [];
    }

    /** @return list<string> */
    public function referrersOf(string $node): array
    {
        return $this->reverse()[$node] ?? [];
    }

    /**
     * Everything that the nodes refer to, at any depth, without the nodes themselves; nearest first.
     *
     * @param  list<string>  $nodes
     * @return list<string>
     */
    public function below(array $nodes): array
    {
        return $this->reach($nodes, $this->edges);
    }

    /**
     * Everything that refers to the nodes, at any depth, without the nodes themselves; nearest first.
     *
     * @param  list<string>  $nodes
     * @return list<string>
     */
    public function above(array $nodes): array
    {
        return $this->reach($nodes, $this->reverse());
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
        $reverse = $this->reverse();
        $sources = [];
        $queue = [];
        foreach ($marked as $mark) {
            $queue[] = [$mark, $mark];
        }
        for ($head = 0; $head < count($queue); $head++) {
            [$node, $source] = $queue[$head];
            foreach ($reverse[$node] ?? [] as $referrer) {
                if ($referrer === $source || isset($sources[$referrer][$source]) || count($sources[$referrer] ?? []) === 2) {
                    continue;
                }
                $sources[$referrer][$source] = true;
                $queue[] = [$referrer, $source];
            }
        }

        return array_map(static fn (array $found): string => (string) array_key_first($found), $sources);
    }

    /**
     * The nodes ordered so that each comes after those it refers to; within a cycle, in the given order.
     *
     * @param  list<string>  $nodes
     * @return list<string>
     */
    public function targetsFirst(array $nodes): array
    {
        $wanted = array_fill_keys($nodes, true);
        $ordered = [];
        $entered = [];
        foreach ($nodes as $start) {
            $stack = [[$start, false]];
            while ($stack !== []) {
                [$node, $leaving] = array_pop($stack);
                if ($leaving) {
                    $ordered[] = $node;

                    continue;
                }
                if (isset($entered[$node])) {
                    continue;
                }
                $entered[$node] = true;
                $stack[] = [$node, true];
                foreach (array_reverse($this->edges[$node] ?? []) as $target) {
                    if (isset($wanted[$target]) && ! isset($entered[$target])) {
                        $stack[] = [$target, false];
                    }
                }
            }
        }

        return $ordered;
    }

    /**
     * @param  list<string>  $nodes
     * @param  array<string, list<string>>  $edges
     * @return list<string>
     */
    private function reach(array $nodes, array $edges): array
    {
        $seen = array_fill_keys($nodes, true);
        $queue = $nodes;
        for ($head = 0; $head < count($queue); $head++) {
            foreach ($edges[$queue[$head]] ?? [] as $next) {
                if (! isset($seen[$next])) {
                    $seen[$next] = true;
                    $queue[] = $next;
                }
            }
        }

        return array_slice($queue, count($nodes));
    }

    /** @return array<string, list<string>> */
    private function reverse(): array
    {
        if ($this->reverse === null) {
            $this->reverse = [];
            foreach ($this->edges as $node => $targets) {
                foreach ($targets as $target) {
                    $this->reverse[$target][] = (string) $node;
                }
            }
        }

        return $this->reverse;
    }
}
