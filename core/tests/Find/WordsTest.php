<?php

declare(strict_types=1);

use Hafenbuch\Core\Find\Excerpt;
use Hafenbuch\Core\Find\Fold;
use Hafenbuch\Core\Find\Rank;
use Hafenbuch\Core\Find\Vocabulary;
use Hafenbuch\Core\Find\Words;

it('folds letter case, accents and what Unicode writes in two ways', function (string $text, string $folded) {
    expect(Fold::text($text))->toBe($folded);
})->with([['Pen Carriage', 'pen carriage'], ['MÖWE', 'mowe'], ["Mo\u{308}we", 'mowe'], ['Straße', 'strasse'], ['Ægir Łódź', 'aegir lodz'], ['İ', 'i'], ["a\xFFb", 'a?b'], ['ﬁne', 'fine'], ['Ångström', 'angstrom']]);

it('takes words from text and leaves measures out', function (string $text, array $words) {
    expect(Words::of($text))->toBe($words);
})->with([
    ['<Transform DEF="PenCarriage" translation="0.125 -1 12"/>', ['transform', 'def', 'pencarriage', 'translation', '12']],
    ['Built in 1893, GH-0042.', ['built', 'in', '1893', 'gh', '0042']],
    ['a b c', []],
    ['Möwe möwe', ['mowe']],
    ['Прилив 3D', ['прилив', '3d']],
    [str_repeat('x', 60).' drum', ['drum']],
    ["ab\xFFcd", ['ab', 'cd']],
]);

it('finds every word of a long text, wherever it is cut', function () {
    $words = array_map(static fn (int $number): string => "w{$number}ö", range(1, 15_000));

    expect(Words::of(implode(' ', $words)))->toBe(array_map(Fold::text(...), $words));
    expect(Words::of(str_repeat('ö', 200_000)))->toBe([]);
});

it('knows what somebody means who types a part', function (string $typed, array $meant) {
    expect(Vocabulary::of(['drum', 'drumstick', 'conundrum', 'pen', 'carriage', 'gauge'])->meant($typed, 10))->toBe($meant);
})->with([['drum', ['drum', 'drumstick', 'conundrum']], ['undr', ['conundrum']], ['dru', ['drum', 'drumstick', 'conundrum']], ['gague', ['gauge']], ['carrige', ['carriage']], ['carrriage', ['carriage']], ['carrisge', ['carriage']], ['pne', []], ['xyzzy', []]]);

it('knows words beyond its room only as they are typed', function () {
    expect((new Vocabulary("\ndrum\n", true))->meant('gauge', 5))->toBe(['gauge'])->and((new Vocabulary("\ndrum\n"))->meant('gauge', 5))->toBe([])->and(Vocabulary::of([str_repeat('x', 300)])->near(str_repeat('x', 301), 5))->toBe([]);
});

it('forgives exactly one letter', function () {
    mt_srand(5);
    $letters = static fn (int $count): string => implode('', array_map(static fn (): string => 'abcö'[mt_rand(0, 2)], range(1, $count)));
    foreach (range(1, 300) as $ignored) {
        [$one, $two] = [$letters(mt_rand(4, 6)), $letters(mt_rand(3, 7))];
        $isSwapped = strlen($one) === strlen($two) && in_array($two, array_map(static fn (int $at): string => substr_replace($one, $one[$at + 1].$one[$at], $at, 2), range(0, strlen($one) - 2)), true);

        expect(Vocabulary::of([$two])->near($one, 5) === [$two])->toBe(levenshtein($one, $two) <= 1 || $isSwapped, "{$one} and {$two}");
    }
});

it('shows the place where something stands', function () {
    $text = "first line\nthe Möwe flies   over\nthe quay";
    $place = Excerpt::of($text, ['mowe']);

    expect($place?->line)->toBe(2)->and($place?->found)->toBe('Möwe')->and($place?->before)->toBe('first line the ')->and($place?->after)->toBe(' flies over the quay');
    expect(Excerpt::of($text, ['gull']))->toBeNull();
    expect(Excerpt::of(str_repeat('ö', 500).' drum '.str_repeat('ä', 500), ['drum'])?->before)->toEndWith('ö ')->not->toContain('?');
});

it('puts whose name fits best first', function () {
    expect(array_map(static fn (array $names): int => Rank::of($names[0], $names[1], ['pen', 'carriage']), [
        ['mechanism/pen-carriage.x3d', null], ['a/b.x3d', 'Pen carriage'], ['a.x3d', 'Pen carriage, left'], ['a.x3d', 'The carriage of the pen'], ['opencarriage.svg', null], ['pen/carriage/x.svg', null], ['a.svg', 'Drum'],
    ]))->toBe([0, 0, 1, 2, 3, 4, 5]);
});
