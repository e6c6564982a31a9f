<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** For each node, by its number, the nodes to which it leads. */
interface Adjacency
{
    public function count(): int;

    /** @return list<int> */
    public function at(int $node): array;

    /** For walks through a large part of all nodes. */
    public function flat(): FlatAdjacency;

    /** To be kept. */
    public function packed(): PackedAdjacency;
}
