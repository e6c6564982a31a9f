<?php

declare(strict_types=1);

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\Svg\SvgFormat;
use Hafenbuch\Core\History\StepWords;

it('finds the one stretch that differs', function (string $before, string $after, array $expected) {
    $change = Change::between($before, $after);
    expect([$change->at, $change->removed, $change->inserted])->toBe($expected)->and($change->apply($before))->toBe($after);
})->with([
    'nothing' => ['tide', 'tide', [4, 0, '']],
    'in the middle' => ['the float arm', 'the long arm', [4, 5, 'long']],
    'a repeated byte' => ['aaa', 'aaaa', [3, 0, 'a']],
    'taken out' => ['abcabc', 'abc', [3, 3, '']],
    'from nothing' => ['', 'ebb', [0, 0, 'ebb']],
    'to nothing' => ['ebb', '', [0, 3, '']],
    'zero bytes' => ["\0\0a\0", "\0\0b\0", [2, 1, 'b']],
]);

it('turns any content into any other', function () {
    mt_srand(20);
    for ($round = 0; $round < 400; $round++) {
        $make = static fn (): string => implode('', array_map(static fn (): string => "ab\0\n"[mt_rand(0, 3)], array_fill(0, mt_rand(0, 30), 0)));
        [$before, $after] = [$make(), $make()];
        $change = Change::between($before, $after);
        expect($change->apply($before))->toBe($after)->and($change->removed)->toBeLessThanOrEqual(strlen($before))->and(strlen($change->inserted))->toBeLessThanOrEqual(strlen($after));
    }
});

it('refuses a content that it was not made from', fn () => Change::between('a long content', 'a long one')->apply('a'))->throws(InvalidArgumentException::class);

it('says what an edit was', function (string $before, string $after, string $words) {
    $format = new SvgFormat;
    expect(StepWords::of(Change::between($before, $after), $after, $format->read($after)))->toBe($words);
})->with([
    'a field' => ['<svg><title>Float arm</title></svg>', '<svg><title>Float arm B</title></svg>', 'title: ‘Float arm B’'],
    'a reference' => ['<svg><image href="a.svg"/></svg>', '<svg><image href="arm.svg"/></svg>', 'pointed image at arm.svg'],
    'a line' => ["<svg>\n<g/>\n</svg>", "<svg>\n<g id=\"x\"/>\n</svg>", 'line 2'],
    'lines' => ["<svg>\n</svg>", "<svg>\n<g/>\n<g/>\n</svg>", 'lines 2–3'],
    'taken out' => ["<svg>\n<g/>\n</svg>", "<svg>\n</svg>", 'taken out in line 2'],
]);

it('calls an edit of a leaf by its lines', fn () => expect(StepWords::of(Change::between("a\nb", "a\nc"), "a\nc", ParsedContent::leaf()))->toBe('line 2'));
