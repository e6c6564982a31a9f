<?php

declare(strict_types=1);

use Hafenbuch\Core\Reference\Cycles;

it('tells which nodes refer to themselves by way of others', function (array $targets, array $cycles) {
    expect(Cycles::among($targets))->toBe($cycles);
})->with([
    [[], []],
    [[[1], [2], []], [null, null, null]],
    [[[0]], [0]],
    [[[1], [2], [0], [0]], [0, 0, 0, null]],
    [[[1], [0], [3], [2, 0]], [0, 0, 1, 1]],
    [[[1, 1], [2], [1]], [null, 0, 0]],
]);

it('finds the same as walking everywhere from everywhere', function () {
    mt_srand(7);
    foreach (range(1, 200) as $ignored) {
        $count = mt_rand(1, 12);
        $targets = array_map(static fn (): array => array_map(static fn (): int => mt_rand(0, $count - 1), array_fill(0, mt_rand(0, 3), null)), range(1, $count));
        $reached = array_map(static function (int $node) use ($targets): array {
            $seen = [];
            $queue = $targets[$node];
            while ($queue !== []) {
                $one = array_pop($queue);
                if (! isset($seen[$one])) {
                    $seen[$one] = true;
                    array_push($queue, ...$targets[$one]);
                }
            }

            return $seen;
        }, range(0, $count - 1));
        $cycles = Cycles::among($targets);
        foreach (range(0, $count - 1) as $one) {
            expect($cycles[$one] !== null)->toBe(isset($reached[$one][$one]));
            foreach (range(0, $count - 1) as $two) {
                if ($one !== $two && $cycles[$one] !== null) {
                    expect($cycles[$one] === $cycles[$two])->toBe(isset($reached[$one][$two], $reached[$two][$one]));
                }
            }
        }
    }
});

it('goes along a chain of a hundred thousand', function () {
    $targets = array_map(static fn (int $node): array => [$node + 1], range(0, 99_998));
    $targets[] = [0];

    expect(array_unique(Cycles::among($targets)))->toBe([0]);
});
