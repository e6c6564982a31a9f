<?php

declare(strict_types=1);

use Hafenbuch\Core\Naming\FileName;
use Hafenbuch\Core\Naming\InvalidNamingRule;
use Hafenbuch\Core\Naming\LetterCase;
use Hafenbuch\Core\Naming\NamingRule;
use Hafenbuch\Core\Naming\NumberingScheme;
use Hafenbuch\Core\Naming\Stage;

it('names copies by a rule', function (NamingRule $rule, string $name, string $expected) {
    expect($rule->apply($name, 4))->toBe($expected);
})->with([
    'as it is' => [new NamingRule, 'Drum 2.svg', 'Drum 2.svg'],
    'prefix and suffix' => [new NamingRule(prefix: 'north-', suffix: '_b'), 'drum.svg', 'north-drum_b.svg'],
    'plain text' => [new NamingRule(find: 'gauge', replace: 'bell'), 'gauge.gauge.x3d', 'bell.bell.x3d'],
    'plain text is no pattern' => [new NamingRule(find: '.', replace: '_'), 'a.b.svg', 'a_b.svg'],
    'a pattern with groups' => [new NamingRule(find: '^(\w+)-(\d+)$', replace: '$2-$1', isPattern: true), 'panel-07.svg', '07-panel.svg'],
    'a pattern with the delimiter' => [new NamingRule(find: '~', replace: '-', isPattern: true), 'a~b.svg', 'a-b.svg'],
    'a counter' => [new NamingRule(counterStart: 10, counterWidth: 3), 'drum.svg', 'drum-014.svg'],
    'a date' => [new NamingRule(date: '2026-11-25'), 'drum.svg', 'drum-2026-11-25.svg'],
    'letter case, not of the ending' => [new NamingRule(letterCase: LetterCase::Upper), 'übung.svg', 'ÜBUNG.svg'],
    'no ending' => [new NamingRule(suffix: '-b'), 'LICENCE', 'LICENCE-b'],
]);

it('refuses a pattern that cannot be used', function () {
    expect(fn () => new NamingRule(find: '(', isPattern: true))->toThrow(InvalidNamingRule::class, 'is no regular expression')
        ->and(fn () => (new NamingRule(find: '^(a+)+$', isPattern: true))->apply(str_repeat('a', 60).'b.svg', 0))->toThrow(InvalidNamingRule::class);
});

it('finds the next of a series', function (string $stem, array $taken, string $expected) {
    expect(Stage::of($stem)->next(static fn (string $next): bool => in_array($next, $taken, true), '2026-11-25'))->toBe($expected);
})->with([
    ['show-03', [], 'show-04'], ['show-03', ['show-04', 'show-05'], 'show-06'], ['panel 7', [], 'panel 8'], ['v12', [], 'v13'],
    ['show-09', [], 'show-10'], ['show-99', [], 'show-100'], ['show', [], 'show-02'], ['show', ['show-02'], 'show-03'],
    ['show-2026-11-20', [], 'show-2026-11-25'], ['show-2026-11-20', ['show-2026-11-25'], 'show-2026-11-25-2'], ['show_20261120', [], 'show_20261125'],
]);

it('tells stages from strangers', function () {
    $one = Stage::of('show-03');
    expect($one->isOfSeries(Stage::of('show-12')))->toBeTrue()->and($one->isOfSeries(Stage::of('show')))->toBeTrue()
        ->and($one->isOfSeries(Stage::of('show 4')))->toBeFalse()->and($one->isOfSeries(Stage::of('slow-04')))->toBeFalse()
        ->and(Stage::of('show')->compare($one))->toBeLessThan(0)->and(Stage::of('show-12')->compare($one))->toBeGreaterThan(0);
});

it('counts by a scheme', function () {
    $scheme = NumberingScheme::of('GH-{0000}');
    expect($scheme->name(7))->toBe('GH-0007')->and($scheme->name(12345))->toBe('GH-12345')
        ->and($scheme->numberIn('GH-0007'))->toBe(7)->and($scheme->numberIn('GH-0012 float arm'))->toBe(12)
        ->and($scheme->numberIn('GH-12'))->toBeNull()->and($scheme->numberIn('XGH-0012'))->toBeNull()
        ->and(fn () => NumberingScheme::of('GH'))->toThrow(InvalidNamingRule::class)->and(fn () => NumberingScheme::of('a/{00}'))->toThrow(InvalidNamingRule::class);
});

it('says what makes trouble elsewhere', function (string $name, ?string $expected) {
    $expected === null ? expect(FileName::trouble($name))->toBeNull() : expect(FileName::trouble($name))->toContain($expected);
})->with([['drum.svg', null], ['Übung 3.md', null], ['a:b.md', '“:”'], ["a\nb.md", 'control character'], ['drum.', 'dot or a space'], ['aux.svg', 'device']]);
