<?php

declare(strict_types=1);

use App\Support\LineMerge;

it('brings changes of different lines together, and gives nothing where they are of the same', function (string $base, string $ours, string $theirs, ?string $merged) {
    expect(LineMerge::of($base, $ours, $theirs))->toBe($merged)->and(LineMerge::of($base, $theirs, $ours))->toBe($merged);
})->with([
    'nothing' => ["a\nb\n", "a\nb\n", "a\nb\n", "a\nb\n"],
    'one side' => ["a\nb\n", "a\nB\n", "a\nb\n", "a\nB\n"],
    'both, alike' => ["a\nb\n", "a\nB\n", "a\nB\n", "a\nB\n"],
    'both, apart' => ["a\nb\nc\nd\n", "A\nb\nc\nd\n", "a\nb\nc\nD", "A\nb\nc\nD"],
    'both, the same line' => ["a\nb\n", "a\nB\n", "a\nß\n", null],
    'at the end of an empty one' => ['', 'x', 'y', null],
    'in and out' => ["a\nb\nc\nd\ne\n", "a\nnew\nb\nc\nd\ne\n", "a\nb\nc\ne\n", "a\nnew\nb\nc\ne\n"],
]);

it('leaves what one side did where the other did nothing', function () {
    mt_srand(11);
    for ($round = 0; $round < 500; $round++) {
        $lines = fn (): string => implode('', array_map(fn (): string => chr(mt_rand(97, 100))."\n", array_fill(0, mt_rand(0, 8), 0)));
        [$base, $other] = [$lines(), $lines()];
        expect(LineMerge::of($base, $other, $base))->toBe($other)->and(LineMerge::of($base, $base, $other))->toBe($other)->and(LineMerge::of($base, $other, $other))->toBe($other);
    }
});
