<?php

declare(strict_types=1);

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Change\Changes;

/** Up to four changes of a content, none overlapping. */
function someChanges(string $content): Changes
{
    $changes = [];
    $at = 0;
    for ($number = mt_rand(0, 4); $number > 0; $number--) {
        $at += mt_rand(0, 6);
        $removed = mt_rand(0, 5);
        if ($at + $removed > strlen($content)) {
            break;
        }
        $changes[] = new Change($at, $removed, str_repeat(chr(mt_rand(65, 90)), mt_rand(0, 4)));
        $at += $removed;
    }

    return Changes::of(...$changes);
}

it('applies, takes back and puts together whatever it is given', function () {
    mt_srand(1853);
    for ($round = 0; $round < 3000; $round++) {
        $first = substr(str_shuffle(str_repeat('the tide gauge ', 3)), 0, mt_rand(0, 40));
        $ours = someChanges($first);
        $second = $ours->apply($first);
        $theirs = someChanges($second);
        $third = $theirs->apply($second);
        expect($ours->invert($first)->apply($second))->toBe($first)
            ->and($ours->compose($theirs)->apply($first))->toBe($third)
            ->and($ours->compose($ours->invert($first))->apply($first))->toBe($first)
            ->and($ours->compose($theirs)->invert($first)->apply($third))->toBe($first);
        $fourth = someChanges($third);
        expect($ours->compose($theirs)->compose($fourth)->apply($first))->toBe($ours->compose($theirs->compose($fourth))->apply($first));
    }
});

it('keeps the order of what is put in at one place', function () {
    expect(Changes::of(new Change(1, 0, 'x'), new Change(1, 0, 'y'), new Change(0, 1, 'A'))->apply('ab'))->toBe('Axyb');
});

it('refuses what overlaps, and a content that is too short', function () {
    expect(fn () => Changes::of(new Change(0, 3), new Change(2, 1)))->toThrow(LogicException::class, 'Two changes overlap at byte 2.')
        ->and(fn () => Changes::of(new Change(4, 3))->apply('tide'))->toThrow(InvalidArgumentException::class)
        ->and(fn () => (new Change(4, 3))->invert('tide'))->toThrow(InvalidArgumentException::class);
});
