<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/** Which nodes refer to themselves by way of others: Tarjan’s strongly connected components (SIAM Journal on Computing 1, 1972). */
final class Cycles
{
    /**
     * Without calling itself: a chain can be as long as there are documents.
     *
     * @param  list<list<int>>  $targets  by node, the nodes that it refers to
     * @return list<?int> by node, the number of the cycle that it is part of; null: of none
     */
    public static function among(array $targets): array
    {
        $count = count($targets);
        $cycle = array_fill(0, $count, null);
        $index = $low = array_fill(0, $count, -1);
        $isOpen = array_fill(0, $count, false);
        $next = $cycles = 0;
        $open = [];
        for ($start = 0; $start < $count; $start++) {
            if ($index[$start] !== -1) {
                continue;
            }
            $way = [[$start, 0]];
            while ($way !== []) {
                [$node, $at] = array_pop($way);
                if ($at === 0) {
                    $index[$node] = $low[$node] = $next++;
                    $open[] = $node;
                    $isOpen[$node] = true;
                } else {
                    $low[$node] = min($low[$node], $low[$targets[$node][$at - 1]]);
                }
                for (; $at < count($targets[$node]); $at++) {
                    $target = $targets[$node][$at];
                    if ($index[$target] === -1) {
                        array_push($way, [$node, $at + 1], [$target, 0]);

                        continue 2;
                    }
                    if ($isOpen[$target]) {
                        $low[$node] = min($low[$node], $index[$target]);
                    }
                }
                if ($low[$node] === $index[$node]) {
                    $members = [];
                    do {
                        $member = (int) array_pop($open);
                        $isOpen[$member] = false;
                        $members[] = $member;
                    } while ($member !== $node);
                    if (count($members) > 1 || in_array($node, $targets[$node], true)) {
                        foreach ($members as $member) {
                            $cycle[$member] = $cycles;
                        }
                        $cycles++;
                    }
                }
            }
        }

        return $cycle;
    }
}
