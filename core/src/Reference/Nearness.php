<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** Which of the marked nodes are nearest below others. What was known of that before marks or edges changed is used where that is quicker. */
final readonly class Nearness
{
    /** Microseconds, about, for a node whose label is mended, that is met on the way down from one that is asked about, and that is met where all is worked out anew. */
    private const MENDING = 12;

    private const WALKING = 3;

    private const ANEW = 4;

    /** So much longer it takes where a label is lost. */
    private const WITHDRAWING = 4;

    /** Microseconds, about, for a node of which it is found out only whether one that is marked is below it. */
    private const REACHING = 2;

    private Nodes $nodes;

    /**
     * @param  ?NearestMarked  $nearest  as it was known for this graph before some nodes changed
     * @param  list<int>  $changed  these nodes
     */
    public function __construct(private Graph $graph, private ?NearestMarked $nearest, private array $changed)
    {
        $this->nodes = $graph->nodes();
    }

    /**
     * For each of the nodes that has one of the marked nodes below it, other than itself, the nearest such and how many references away it
     * is; of several that are equally near, the first by its place in the graph.
     *
     * @param  list<string>  $marked
     * @param  ?list<string>  $nodes  null: all
     * @return array<string, array{string, int}> node to marked node and distance
     */
    public function below(array $marked, ?array $nodes = null): array
    {
        $marks = $this->nodes->numbered($marked);
        sort($marks);
        if ($nodes === null) {
            return $this->nearestFromBelow($marks, null);
        }
        // As far as a walk down goes, by chance, until it meets one that is marked.
        $walk = self::WALKING * count($nodes) * intdiv($this->nodes->count(), count($marks) + 1);
        $mending = $this->mending($marks);
        $anew = self::ANEW * $this->nodes->count();
        if ($mending !== null && $mending <= min($walk, $anew)) {
            return $this->nearestAsKept($this->nearest?->after($this->graph, $marks, $this->changed), $nodes);
        }
        if ($anew < $walk) {
            return $this->nearestFromBelow($marks, $this->nodes->numbered($nodes));
        }
        $isMarked = array_fill_keys($marks, true);
        $nearest = [];
        foreach ($this->nodes->numbered($nodes) as $node) {
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
        return min($this->mending($this->nodes->numbered($marked)) ?? PHP_INT_MAX, self::ANEW * $this->nodes->count());
    }

    /**
     * The same graph, which knows what is nearest below all nodes now.
     *
     * @param  list<string>  $marked
     */
    public function settled(array $marked): Graph
    {
        return new Graph($this->nodes, $this->graph->targets(), $this->graph->referrers(), $this->nearestTo($marked)->flat($this->nodes->count()));
    }

    /**
     * For asking of very many nodes whether one of the marked ones is below them, other than themselves.
     *
     * @param  list<string>  $marked
     * @return \Closure(string): bool
     */
    public function marking(array $marked): \Closure
    {
        $marks = $this->nodes->numbered($marked);
        sort($marks);
        $isMarked = array_fill_keys($marks, true);
        $reaches = $this->reaching($marks);
        $nodes = $this->nodes;

        return function (string $node) use ($nodes, $reaches, $isMarked): bool {
            $number = $nodes->number($node);

            return $number !== null && (isset($isMarked[$number]) ? $this->nearestFromAbove($number, $isMarked) !== null : $reaches[$number] === Reaching::YES);
        };
    }

    /**
     * @param  list<int>  $marks
     * @return string as Reaching says it
     */
    private function reaching(array $marks): string
    {
        $count = $this->nodes->count();
        if ($this->nearest !== null && $this->nearest->isLessThan($marks, $this->changed)) {
            return Reaching::andAlso($this->nearest->haveBelow($count), $this->graph->referrers(), $this->nearest->added($marks));
        }
        $isKept = $this->nearest !== null && self::WITHDRAWING * $this->mending($marks) < self::REACHING * $count;

        return $isKept ? $this->nearest->after($this->graph, $marks, $this->changed)->haveBelow($count) : Reaching::of($this->graph->referrers(), $marks);
    }

    /** @param list<string> $marked */
    private function nearestTo(array $marked): NearestMarked
    {
        $marks = $this->nodes->numbered($marked);
        sort($marks);
        $mending = $this->mending($marks);

        return $this->nearest === null || $mending > self::ANEW * $this->nodes->count() ? NearestMarked::of($this->graph, $marks) : $this->nearest->after($this->graph, $marks, $this->changed);
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
                foreach ($this->graph->targets()->at($at) as $target) {
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
        [$first, $firstAt] = TwoNearest::of($this->graph->referrers(), $marks);
        $found = [];
        foreach ($wanted ?? array_keys($first) as $node) {
            if ($first[$node] >= 0) {
                $found[$this->nodes->name($node)] = [$this->nodes->name($first[$node]), $firstAt[$node]];
            }
        }

        return $found;
    }
}
