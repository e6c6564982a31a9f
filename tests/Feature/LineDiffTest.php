<?php

declare(strict_types=1);

use App\Support\LineDiff;

it('tells how one text became another, whatever they are', function () {
    mt_srand((int) (getenv('HAFENBUCH_SEED') ?: 1853));
    for ($try = 0; $try < 400; $try++) {
        $line = static fn (): string => ['', 'a', 'b', '{', '}', "line {$try}", (string) mt_rand(0, 30)][mt_rand(0, 6)];
        $old = array_map(static fn (): string => $line(), array_fill(0, mt_rand(0, 20), 0));
        $new = mt_rand(0, 3) === 0 ? array_map(static fn (): string => $line(), array_fill(0, mt_rand(0, 20), 0)) : $old;
        for ($change = mt_rand(0, 5); $change > 0; $change--) {
            array_splice($new, mt_rand(0, count($new)), mt_rand(0, 2), array_fill(0, mt_rand(0, 2), $line()));
        }
        $found = LineDiff::of($old, $new);
        $of = static fn (string $kind): array => array_values(array_map(static fn (array $one): string => $one[1], array_filter($found, static fn (array $one): bool => $one[0] !== $kind)));
        expect($of(LineDiff::ADDED))->toBe($old)->and($of(LineDiff::REMOVED))->toBe($new);
        if ($old === $new) {
            expect(array_unique(array_column($found, 0)))->toBe($old === [] ? [] : [LineDiff::SAME]);
        }
    }
});

it('finds a moved paragraph and a changed word among many lines that are the same', function () {
    $old = array_map(static fn (int $n): string => "line {$n}", range(1, 50_000));
    $new = $old;
    $new[25_000] = 'another';
    $moved = array_splice($new, 100, 3);
    array_splice($new, 40_000, 0, $moved);
    $kinds = array_count_values(array_column(LineDiff::of($old, $new), 0));

    expect($kinds)->toBe([LineDiff::SAME => 49_996, LineDiff::REMOVED => 4, LineDiff::ADDED => 4]);
});
