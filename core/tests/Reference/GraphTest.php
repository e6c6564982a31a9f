<?php

declare(strict_types=1);

use Hafenbuch\Core\Reference\ChangedAdjacency;
use Hafenbuch\Core\Reference\FlatAdjacency;
use Hafenbuch\Core\Reference\Graph;
use Hafenbuch\Core\Reference\Nodes;
use Hafenbuch\Core\Reference\PackedAdjacency;

/** @param array<string, list<string>> $edges */
function graph(array $edges): Graph
{
    $nodes = array_keys($edges);
    $numbers = array_flip($nodes);

    return Graph::of($nodes, array_map(static fn (array $targets): array => array_map(static fn (string $target): int => $numbers[$target], $targets), array_values($edges)));
}

beforeEach(fn () => mt_srand((int) (getenv('HAFENBUCH_SEED') ?: 1853)));

it('walks below through cycles', function () {
    $graph = graph(['a' => ['b', 'c'], 'b' => ['d'], 'c' => ['d'], 'd' => ['b'], 'e' => ['a']]);

    expect($graph->walk()->below(['a']))->toBe(['b', 'c', 'd'])
        ->and($graph->walk()->below(['d']))->toBe(['b'])
        ->and($graph->walk()->belowAmong(['a'], ['d', 'e', 'b', 'a']))->toBe(['b', 'd']);
});

it('puts targets before those that refer to them', function () {
    $graph = graph(['a' => ['b', 'c'], 'b' => ['d'], 'c' => ['d'], 'd' => []]);

    expect($graph->walk()->targetsFirst(['a', 'b', 'c', 'd']))->toBe(['d', 'b', 'c', 'a']);
});

it('orders a cycle without end', function () {
    expect(graph(['a' => ['b'], 'b' => ['a']])->walk()->targetsFirst(['a', 'b']))->toBe(['b', 'a']);
});

it('names the nearest marked node below, never the node itself', function () {
    $graph = graph(['top' => ['middle'], 'middle' => ['low'], 'low' => ['middle'], 'other' => []]);

    expect($graph->nearness()->below(['low']))->toEqual(['middle' => ['low', 1], 'top' => ['low', 2]])
        ->and($graph->nearness()->below(['middle', 'low']))->toEqual(['top' => ['middle', 1], 'low' => ['middle', 1], 'middle' => ['low', 1]])
        ->and($graph->nearness()->below(['middle', 'low'], ['top', 'other']))->toBe(['top' => ['middle', 1]]);
});

/** @return array<string, list<string>> */
function randomEdges(int $count): array
{
    $nodes = array_map(static fn (int $n): string => "n{$n}", range(1, $count));
    $edges = [];
    foreach ($nodes as $node) {
        $edges[$node] = array_values(array_filter($nodes, static fn (string $n): bool => $n !== $node && mt_rand(0, 5) === 0));
    }

    return $edges;
}

/**
 * Goes down level by level, as plainly as it can be said.
 *
 * @param  array<string, list<string>>  $edges
 * @param  list<string>  $marked
 * @return ?array{string, int}
 */
function plainNearest(array $edges, string $from, array $marked): ?array
{
    $seen = [$from];
    $level = [$from];
    for ($distance = 1; $level !== []; $distance++) {
        $level = array_values(array_unique(array_diff(array_merge(...array_map(static fn (string $node): array => $edges[$node] ?? [], $level)), $seen)));
        array_push($seen, ...$level);
        // The first by its place in the graph.
        $found = array_values(array_intersect(array_keys($edges), $level, $marked));
        if ($found !== []) {
            return [$found[0], $distance];
        }
    }

    return null;
}

it('agrees with a plain search on random graphs', function () {
    for ($try = 0; $try < 100; $try++) {
        $edges = randomEdges(12);
        $graph = graph($edges);
        $nodes = array_keys($edges);
        $marked = array_values(array_filter($nodes, static fn (): bool => mt_rand(0, 3) === 0));
        $all = $graph->nearness()->below($marked);
        foreach ($nodes as $node) {
            $expected = plainNearest($edges, $node, $marked);
            expect($all[$node] ?? null)->toBe($expected)->and($graph->nearness()->below($marked, [$node])[$node] ?? null)->toBe($expected)
                ->and($graph->walk()->belowAmong([$node], $marked))->toEqualCanonicalizing(array_values(array_intersect($graph->walk()->below([$node]), $marked)));
        }
    }
});

it('knows above which nodes one finds whatever changes where a node is marked or not any more', function () {
    for ($try = 0; $try < 150; $try++) {
        $edges = randomEdges(14);
        $graph = graph($edges);
        $marked = array_values(array_filter(array_keys($edges), static fn (): bool => mt_rand(0, 3) === 0));
        foreach (array_keys($edges) as $node) {
            $others = array_values(array_diff($marked, [$node]));
            [$with, $without] = [$graph->nearness()->below([...$others, $node]), $graph->nearness()->below($others)];
            $changed = array_values(array_filter(array_keys($edges), static fn (string $any): bool => ($with[$any] ?? null) !== ($without[$any] ?? null)));
            $above = $graph->walk()->aboveUntil([$node], $marked, 14);
            expect(array_diff($changed, $above))->toBe([])->and($above)->toBe(array_values(array_unique($above)))
                ->and($graph->walk()->aboveUntil([$node], $marked, count($above)))->toBe($above)->and($above === [] ? null : $graph->walk()->aboveUntil([$node], $marked, count($above) - 1))->toBeNull();
        }
    }
});

it('goes around a node nearest first, and says by which way', function () {
    $graph = graph(['top' => ['middle', 'low'], 'middle' => ['low', 'end'], 'low' => ['end'], 'end' => ['top'], 'far' => []]);

    expect($graph->walk()->around('low', true, 9))->toBe([[['top', 1, 'low'], ['middle', 1, 'low'], ['end', 2, 'top']], 3])
        ->and($graph->walk()->around('low', false, 2))->toBe([[['end', 1, 'low'], ['top', 2, 'end']], 3])->and($graph->walk()->around('far', true, 9))->toBe([[], 0])->and($graph->walk()->around('unknown', true, 9))->toBe([[], 0]);
});

it('goes up no further than to the next stop', function () {
    $graph = graph(['top' => ['middle'], 'middle' => ['low'], 'low' => [], 'beside' => ['low']]);

    expect($graph->walk()->aboveUntil(['low'], ['middle'], 10))->toBe(['middle', 'beside'])->and($graph->walk()->aboveUntil(['low'], [], 10))->toBe(['middle', 'beside', 'top'])
        ->and($graph->walk()->aboveUntil(['low'], ['low'], 10))->toBe(['middle', 'beside', 'top'])->and($graph->walk()->aboveUntil(['low'], [], 2))->toBeNull();
});

it('is the same after changes as one that is made anew', function () {
    for ($try = 0; $try < 100; $try++) {
        $edges = randomEdges(10);
        $graph = graph($edges);
        for ($round = 0; $round < 3; $round++) {
            $changed = [];
            $nodes = [...array_keys($edges), "new{$round}"];
            foreach (array_filter($nodes, static fn (): bool => mt_rand(0, 2) === 0) as $node) {
                $changed[$node] = array_values(array_filter($nodes, static fn (): bool => mt_rand(0, 4) === 0));
            }
            $graph = $graph->with($changed);
            $edges = [...$edges, ...array_fill_keys($graph->nodes()->all(), []), ...$edges, ...array_map(static fn (array $targets): array => $targets, $changed)];
            foreach ($edges as $node => $targets) {
                $edges[$node] = array_values(array_diff($targets, [$node]));
            }
            foreach ($edges as $node => $targets) {
                $referrers = array_keys(array_filter($edges, static fn (array $of): bool => in_array($node, $of, true)));
                expect($graph->targetsOf($node))->toEqualCanonicalizing($targets)->and($graph->referrersOf($node))->toEqualCanonicalizing($referrers);
            }
        }
    }
});

it('knows what is nearest through any changes of marks and edges as if it were found anew', function () {
    for ($try = 0; $try < 150; $try++) {
        $edges = randomEdges(mt_rand(2, 25));
        $some = static fn (array $nodes): array => array_values(array_filter($nodes, static fn (): bool => mt_rand(0, 4) === 0));
        $graph = graph($edges)->nearness()->settled($some(array_keys($edges)));
        for ($round = 0; $round < 6; $round++) {
            $nodes = $graph->nodes()->all();
            if (mt_rand(0, 2) > 0) {
                $changed = [];
                foreach ($some([...$nodes, "new{$round}"]) as $node) {
                    $changed[$node] = $some($nodes);
                }
                $graph = $graph->with($changed);
            }
            $marked = $some($graph->nodes()->all());
            $plain = array_combine($graph->nodes()->all(), array_map($graph->targetsOf(...), $graph->nodes()->all()));
            $known = $graph->nearness()->below($marked, $graph->nodes()->all());
            foreach ($graph->nodes()->all() as $node) {
                expect($known[$node] ?? null)->toBe(plainNearest($plain, $node, $marked));
            }
            // Now and then it is kept anew, as a file is written.
            if (mt_rand(0, 2) === 0) {
                $graph = $graph->nearness()->settled($marked);
            }
        }
    }
});

it('finds names that are sorted, and others behind them', function () {
    $nodes = new Nodes(['zz', 'b0'], 'a1b1c1', 2);

    expect($nodes->all())->toBe(['a1', 'b1', 'c1', 'zz', 'b0'])->and($nodes->count())->toBe(5)->and(array_map($nodes->number(...), ['a1', 'c1', 'zz', 'b0', 'a2', 'a', '']))->toBe([0, 2, 3, 4, null, null, null])
        ->and(array_map($nodes->name(...), [0, 2, 3, 4]))->toBe(['a1', 'c1', 'zz', 'b0'])->and($nodes->with(['new'])->number('new'))->toBe(5)->and((new Nodes([]))->number('x'))->toBeNull();
});

it('leads by bytes where it led by lists', function () {
    $flat = FlatAdjacency::of([[1, 2], [], [0], [2, 1, 0]]);
    $packed = PackedAdjacency::of($flat);

    expect(array_map($packed->at(...), [0, 1, 2, 3]))->toBe([[1, 2], [], [0], [2, 1, 0]])->and($packed->count())->toBe(4)->and($packed->flat())->toEqual($flat)
        ->and(array_map($packed->flat()->reversed()->at(...), [0, 1, 2, 3]))->toBe([[2, 3], [0, 3], [0, 3], []])->and(PackedAdjacency::of(FlatAdjacency::of([]))->flat()->edges)->toBe([]);
});

it('packs the same after any changes, wherever they are', function () {
    for ($try = 0; $try < 200; $try++) {
        $count = mt_rand(0, 8);
        $some = static fn (int $of): array => $of === 0 ? [] : array_map(static fn (): int => mt_rand(0, $of - 1), range(0, mt_rand(0, 4)));
        $targets = array_map(static fn (): array => $some($count), $count === 0 ? [] : range(1, $count));
        $more = $count + mt_rand(0, 3);
        $parts = [];
        for ($node = 0; $node < $more; $node++) {
            if (mt_rand(0, 2) === 0 || $node >= $count) {
                $parts[$node] = mt_rand(0, 3) === 0 ? [] : $some($more);
            }
        }
        $parts = array_combine($keys = array_reverse(array_keys($parts)), array_map(static fn (int $node): array => $parts[$node], $keys));
        $changed = new ChangedAdjacency(new ChangedAdjacency(FlatAdjacency::of($targets)->packed(), [], $count), $parts, $more);
        $expected = array_map(static fn (int $node): array => $parts[$node] ?? $targets[$node], $more === 0 ? [] : range(0, $more - 1));
        $packed = $changed->packed();
        expect(array_map($packed->at(...), array_keys($expected)))->toBe($expected)->and($packed->count())->toBe($more)
            ->and($packed->parts())->toBe(PackedAdjacency::of($changed->flat())->parts());
    }
});

it('tells of all nodes whether a marked one is below them, as if each were asked, also after changes', function () {
    mt_srand(1853);
    for ($turn = 0; $turn < 300; $turn++) {
        $count = mt_rand(1, 30);
        $nodes = array_map(static fn (int $n): string => sprintf('n%03d', $n), range(0, $count - 1));
        $targets = array_map(static fn (): array => array_values(array_unique(array_map(static fn (): int => mt_rand(0, $count - 1), range(0, mt_rand(0, 2))))), $nodes);
        $marked = array_values(array_filter($nodes, static fn (): bool => mt_rand(0, 4) === 0));
        $graph = Graph::of($nodes, $targets);
        if (mt_rand(0, 1) === 1) {
            $graph = $graph->nearness()->settled($marked)->with([$nodes[mt_rand(0, $count - 1)] => [$nodes[mt_rand(0, $count - 1)]], 'n999' => [$nodes[0]]]);
            $marked = array_values(array_filter($nodes, static fn (): bool => mt_rand(0, 4) === 0));
        }
        if ($turn % 3 === 0) {
            // Nothing changes but that more are marked.
            $graph = $graph->nearness()->settled($marked);
            $marked = array_values(array_unique([...$marked, ...array_filter($nodes, static fn (): bool => mt_rand(0, 6) === 0)]));
        }
        $has = $graph->nearness()->marking($marked);
        $nearest = (new Graph($graph->nodes(), $graph->targets()))->nearness()->below($marked, $graph->nodes()->all());
        foreach ($graph->nodes()->all() as $node) {
            expect($has($node))->toBe(isset($nearest[$node]));
        }
    }
    expect(Graph::of(['a'], [[]])->nearness()->marking(['a'])('b'))->toBeFalse();
});

it('keeps the given order where no reference says otherwise', function () {
    $graph = graph(['book' => ['c2', 'c10', 'c1'], 'c1' => [], 'c2' => ['figure'], 'c10' => [], 'figure' => []]);

    expect($graph->walk()->targetsFirst(['book', 'c1', 'c2', 'c10', 'figure']))->toBe(['c1', 'figure', 'c2', 'c10', 'book'])
        ->and($graph->walk()->targetsFirst(['c10', 'c1', 'book', 'c2']))->toBe(['c10', 'c1', 'c2', 'book']);
});
