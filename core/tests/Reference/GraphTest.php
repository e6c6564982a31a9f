<?php

declare(strict_types=1);

use Hafenbuch\Core\Reference\Graph;

/** @param array<string, list<string>> $edges */
function graph(array $edges): Graph
{
    $nodes = array_keys($edges);
    $numbers = array_flip($nodes);

    return new Graph($nodes, array_map(static fn (array $targets): array => array_map(static fn (string $target): int => $numbers[$target], $targets), array_values($edges)));
}

beforeEach(fn () => mt_srand((int) (getenv('HAFENBUCH_SEED') ?: 1853)));

it('walks below and above through cycles', function () {
    $graph = graph(['a' => ['b', 'c'], 'b' => ['d'], 'c' => ['d'], 'd' => ['b'], 'e' => ['a']]);

    expect($graph->below(['a']))->toBe(['b', 'c', 'd'])
        ->and($graph->below(['d']))->toBe(['b'])
        ->and($graph->above(['d']))->toBe(['b', 'c', 'a', 'e']);
});

it('puts targets before those that refer to them', function () {
    $graph = graph(['a' => ['b', 'c'], 'b' => ['d'], 'c' => ['d'], 'd' => []]);

    expect($graph->targetsFirst(['a', 'b', 'c', 'd']))->toBe(['d', 'b', 'c', 'a']);
});

it('orders a cycle without end', function () {
    expect(graph(['a' => ['b'], 'b' => ['a']])->targetsFirst(['a', 'b']))->toBe(['b', 'a']);
});

it('names the nearest marked node below, never the node itself', function () {
    $graph = graph(['top' => ['middle'], 'middle' => ['low'], 'low' => ['middle'], 'other' => []]);

    expect($graph->nearestBelow(['low']))->toBe(['middle' => 'low', 'top' => 'low'])
        ->and($graph->nearestBelow(['middle', 'low']))->toBe(['top' => 'middle', 'low' => 'middle', 'middle' => 'low']);
});

it('agrees with a plain search on random graphs', function () {
    for ($try = 0; $try < 100; $try++) {
        $nodes = array_map(static fn (int $n): string => "n{$n}", range(1, 12));
        $edges = [];
        foreach ($nodes as $node) {
            $edges[$node] = array_values(array_filter($nodes, static fn (string $n): bool => $n !== $node && mt_rand(0, 5) === 0));
        }
        $graph = graph($edges);
        $marked = array_values(array_filter($nodes, static fn (): bool => mt_rand(0, 3) === 0));
        $nearest = $graph->nearestBelow($marked);
        foreach ($nodes as $node) {
            $expected = array_values(array_intersect($graph->below([$node]), $marked));
            expect(isset($nearest[$node]))->toBe($expected !== []);
            if ($expected !== []) {
                expect($expected)->toContain($nearest[$node]);
            }
        }
    }
});
