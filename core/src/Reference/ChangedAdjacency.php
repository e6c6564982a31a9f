<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** Another one with other parts for some nodes; more nodes may come behind the last. */
final class ChangedAdjacency implements Adjacency
{
    private ?FlatAdjacency $flat = null;

    /**
     * @param  array<int, list<int>>  $parts  by node
     * @param  int  $count  of all nodes
     */
    public function __construct(private readonly Adjacency $before, private readonly array $parts, private readonly int $count) {}

    public function count(): int
    {
        return $this->count;
    }

    public function at(int $node): array
    {
        return $this->parts[$node] ?? ($node < $this->before->count() ? $this->before->at($node) : []);
    }

    public function packed(): PackedAdjacency
    {
        return $this->before->packed()->changed($this->parts, $this->count);
    }

    public function flat(): FlatAdjacency
    {
        if ($this->flat === null) {
            $flat = $this->before->flat();
            [$starts, $ends, $edges] = [$flat->starts, $flat->ends, $flat->edges];
            for ($node = count($starts); $node < $this->count; $node++) {
                $starts[] = $ends[] = 0;
            }
            foreach ($this->parts as $node => $part) {
                $starts[$node] = count($edges);
                array_push($edges, ...$part);
                $ends[$node] = count($edges);
            }
            $this->flat = new FlatAdjacency($starts, $ends, $edges);
        }

        return $this->flat;
    }
}
