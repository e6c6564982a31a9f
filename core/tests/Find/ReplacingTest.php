<?php

declare(strict_types=1);

use Hafenbuch\Core\Find\Replacing;
use Hafenbuch\Core\Format\FormatRegistry;

/** @return list<array{string, bool}> what was found at each place, and whether it is a reference */
function replaced(Replacing $replacing, string $text, string $path = 'a.md'): array
{
    $references = FormatRegistry::standard()->read($path, $text)->references;
    $places = $replacing->places($text, $references);

    return [$replacing->changes($places)->apply($text), array_column($places, 'isReference')];
}

it('puts one text in place of another, and leaves references alone', function (array $wish, string $text, string $after, int $places) {
    [$said, $are] = replaced(new Replacing(...$wish), $text);

    expect($said)->toBe($after)->and($are)->toHaveCount($places);
})->with([
    [['drum', 'cylinder'], 'The Drum and the drumstick: [drum](drum.svg)', 'The cylinder and the cylinderstick: [cylinder](drum.svg)', 3],
    [['drum', 'cylinder', true], 'The Drum and the drum', 'The Drum and the cylinder', 1],
    [['drum', 'cylinder', false, true], 'The drum, drumstick, Drum', 'The cylinder, drumstick, cylinder', 2],
    [['drum', 'cylinder', false, false, true], '[drum](drum.svg)', '[cylinder](cylinder.svg)', 2],
    [['Möwe', ''], 'Die möwe fliegt', 'Die  fliegt', 1],
    [['a.*', 'b'], 'a.* aaa', 'b aaa', 1],
    [['aa', 'a'], 'aaaa', 'aa', 2],
    [['', 'x'], 'text', 'text', 0],
]);

it('says which places are references', function () {
    expect(replaced(new Replacing('drum', 'x', isInReferences: true), '[drum](drum.svg) drum')[1])->toBe([false, true, false]);
});

it('never changes a byte elsewhere', function () {
    mt_srand(3);
    foreach (range(1, 300) as $ignored) {
        $text = implode('', array_map(static fn (): string => ['a', 'b', 'ö', ' ', '[a](b/a.svg)', "\n", '![b](a.png)'][mt_rand(0, 6)], range(1, 30)));
        $before = FormatRegistry::standard()->read('a.md', $text)->references;
        [$after] = replaced(new Replacing('a', 'ccc'), $text);
        expect(array_column(FormatRegistry::standard()->read('a.md', $after)->references, 'raw'))->toBe(array_column($before, 'raw'));
    }
});
