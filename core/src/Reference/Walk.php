<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** Goes from node to node of a graph, along its edges or against them. */
final readonly class Walk
{
    private Nodes $nodes;

    public function __construct(private Graph $graph)
    {
        $this->nodes = $graph->nodes();
    }

    /**
     * Everything that the nodes refer to, at any depth, without the nodes themselves; nearest first.
     *
     * @param  list<string>  $nodes
     * @return list<string>
     */
    public function below(array $nodes): array
    {
        return $this->nodes->named($this->reach($nodes));
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
        $queue = $this->nodes->numbered($nodes);
        $isSeen = array_fill_keys($queue, true);
        $isStop = array_diff_key(array_fill_keys($this->nodes->numbered($stops), true), $isSeen);
        $above = [];
        $referrers = $this->graph->referrers();
        for ($head = 0; $head < count($queue); $head++) {
            foreach (isset($isStop[$queue[$head]]) ? [] : $referrers->at($queue[$head]) as $referrer) {
                if (! isset($isSeen[$referrer])) {
                    $isSeen[$referrer] = true;
                    $queue[] = $above[] = $referrer;
                    if (count($above) > $most) {
                        return null;
                    }
                }
            }
        }

        return $this->nodes->named($above);
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
        $edges = $isUp ? $this->graph->referrers() : $this->graph->targets();
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
        $isCandidate = array_fill_keys($this->nodes->numbered($candidates), true);

        return $isCandidate === [] || $nodes === [] ? [] : $this->nodes->named(array_values(array_filter($this->reach($nodes), static fn (int $number): bool => isset($isCandidate[$number]))));
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
        $isCandidate = array_fill_keys($this->nodes->numbered($candidates), true);
        $queue = $this->nodes->numbered($nodes);
        $by = [];
        for ($head = 0; $isCandidate !== [] && $head < count($queue); $head++) {
            foreach ($this->graph->targets()->at($queue[$head]) as $target) {
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
     * The nodes ordered so that each comes after those it refers to; what that leaves open is in the given order.
     *
     * @param  list<string>  $nodes
     * @return list<string>
     */
    public function targetsFirst(array $nodes): array
    {
        $starts = $this->nodes->numbered($nodes);
        $places = array_flip($starts);
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
                    $below = array_filter($this->graph->targets()->at($node), static fn (int $target): bool => isset($isWaiting[$target]));
                    usort($below, static fn (int $one, int $other): int => $places[$other] <=> $places[$one]);
                    foreach ($below as $target) {
                        $stack[] = [$target, false];
                    }
                }
            }
        }

        return $this->nodes->named($ordered);
    }

    /**
     * @param  list<string>  $nodes
     * @return list<int> what they refer to at any depth, without the nodes themselves, nearest first
     */
    private function reach(array $nodes): array
    {
        $flat = $this->graph->targets()->flat();
        [$starts, $ends, $edges] = [$flat->starts, $flat->ends, $flat->edges];
        $queue = $this->nodes->numbered($nodes);
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
}
