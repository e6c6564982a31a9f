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

        return $number === null ? [] : $this->nodes->named($this->targets->at($number));
    }

    /** @return list<string> */
    public function referrersOf(string $node): array
    {
        $number = $this->nodes->number($node);

        return $number === null ? [] : $this->nodes->named($this->referrers()->at($number));
    }

    public function walk(): Walk
    {
        return new Walk($this);
    }

    public function nearness(): Nearness
    {
        return new Nearness($this, $this->nearest, $this->changed);
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
        $parts = $lost = $won = $differing = [];
        foreach ($changed as $node => $targets) {
            $from = (int) $nodes->number((string) $node);
            $before = $from < $this->targets->count() ? $this->targets->at($from) : [];
            $parts[$from] = array_values(array_diff(array_unique(array_map(static fn (string $target): int => (int) $nodes->number($target), $targets)), [$from]));
            [$gone, $new] = [array_diff($before, $parts[$from]), array_diff($parts[$from], $before)];
            foreach ($gone as $target) {
                $lost[$target][] = $from;
            }
            foreach ($new as $target) {
                $won[$target][] = $from;
            }
            // One that was touched mostly refers to what it referred to.
            if ($gone !== [] || $new !== [] || $from >= $this->nodes->count()) {
                $differing[] = $from;
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

        return new self($nodes, new ChangedAdjacency($this->targets, $parts, $nodes->count()), $referrers, $this->nearest, [...$this->changed, ...$differing]);
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
}
