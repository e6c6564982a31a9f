<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** The two marked nodes that are nearest below each node of a graph. */
final class TwoNearest
{
    /**
     * Follows all marked nodes upwards at once. Two are carried for each node, since the nearest may be the node itself through a cycle.
     *
     * @param  Adjacency  $referrers  as it is kept: unpacked it takes four times the memory, and each node is asked for twice at most
     * @param  list<int>  $marks  by their numbers, so that within a distance the first by its number comes first
     * @return array{list<int>, list<int>, list<int>, list<int>} for each node the nearest marked one other than itself and its distance, then the second nearest; -1 where there is none
     */
    public static function of(Adjacency $referrers, array $marks): array
    {
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
}
