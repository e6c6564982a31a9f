<?php

declare(strict_types=1);

use Hafenbuch\Core\Retention\Band;
use Hafenbuch\Core\Retention\Every;
use Hafenbuch\Core\Retention\InvalidRule;
use Hafenbuch\Core\Retention\Policy;
use Hafenbuch\Core\Retention\Rule;
use Hafenbuch\Core\Retention\VersionFact;

const NOW = 1_790_000_000;

/** @param array<int, int> $ages in seconds by number  @return list<VersionFact> */
function versions(array $ages, array $labelled = [], array $needed = []): array
{
    return array_map(static fn (int $number, int $age): VersionFact => new VersionFact($number, NOW - $age, in_array($number, $labelled, true), in_array($number, $needed, true)), array_keys($ages), array_values($ages));
}

it('keeps all', fn () => expect(Rule::all()->thinned(versions([0 => 9, 1 => 8, 2 => 7]), NOW))->toBe([]));

it('keeps the last ones, labelled ones apart', function () {
    $versions = versions(array_fill(0, 10, 100), labelled: [2, 8]);
    expect(Rule::last(3)->thinned($versions, NOW))->toBe([1, 3, 4, 5])
        ->and(Rule::last(1)->thinned(versions([0 => 3, 1 => 2, 2 => 1], needed: [1]), NOW))->toBe([]);
});

it('thins with age', function () {
    $day = 86400;
    $ages = [0 => 400 * $day, 1 => 300 * $day, 2 => 299 * $day, 3 => 40 * $day, 4 => 40 * $day - 60, 5 => 3 * $day, 6 => 3 * $day - 60, 7 => 7200, 8 => 60, 9 => 0];
    expect(Rule::usual()->thinned(versions($ages), NOW))->toContain(3, 5)->not->toContain(0, 7, 8, 9);
});

/** An independent telling of the rule: of each calendar stretch in its band the newest stays. */
function saysAged(array $versions, array $bands): array
{
    $gone = [];
    foreach ($versions as $version) {
        $bandOf = static function (VersionFact $one) use ($bands): int {
            foreach ($bands as $index => [$days]) {
                if ($days === null || NOW - $one->at < $days * 86400) {
                    return $index;
                }
            }
        };
        $format = ['version' => null, 'hour' => 'YmdH', 'day' => 'Ymd', 'week' => 'oW', 'month' => 'Ym'][$bands[$bandOf($version)][1]];
        $hasNewer = $format !== null && array_filter($versions, static fn (VersionFact $other): bool => $other->number > $version->number && $bandOf($other) === $bandOf($version) && gmdate($format, $other->at) === gmdate($format, $version->at)) !== [];
        if ($hasNewer && $version->number !== 0 && ! $version->isLabelled && ! $version->isNeeded && $version !== end($versions)) {
            $gone[] = $version->number;
        }
    }

    return $gone;
}

it('keeps what the rule says, and never loses a label, as found, the newest, or what something rests on', function () {
    mt_srand(7);
    $bands = [[1, 'version'], [7, 'hour'], [30, 'day'], [92, 'week'], [null, 'month']];
    $rule = Rule::aged(array_map(static fn (array $band): Band => new Band($band[0], Every::from($band[1])), $bands));
    for ($round = 0; $round < 150; $round++) {
        $ages = $numbers = [];
        for ($number = 0, $age = mt_rand(0, 300 * 86400); $number < mt_rand(2, 60); $number++) {
            $ages[$number] = $age = max(0, $age - mt_rand(0, mt_rand(0, 1) === 1 ? 2 * 86400 : 3000));
        }
        $pick = static fn (): array => array_values(array_filter(array_keys($ages), static fn (): bool => mt_rand(0, 9) === 0));
        $versions = versions($ages, $pick(), $pick());
        $gone = $rule->thinned($versions, NOW);
        expect($gone)->toBe(saysAged($versions, $bands));
        $last = mt_rand(1, 8);
        $byCount = Rule::last($last)->thinned($versions, NOW);
        foreach ([$gone, $byCount] as $some) {
            foreach ($versions as $index => $version) {
                if ($version->number === 0 || $index === count($versions) - 1 || $version->isLabelled || $version->isNeeded) {
                    expect($some)->not->toContain($version->number);
                }
            }
        }
        $stays = array_values(array_filter($versions, static fn (VersionFact $version): bool => ! in_array($version->number, $byCount, true)));
        $plain = array_filter($versions, static fn (VersionFact $version): bool => ! $version->isLabelled);
        expect(array_slice(array_column($plain, 'number'), -$last))->each->toBeIn(array_column($stays, 'number'));
        // A second run finds nothing more.
        expect($rule->thinned(array_values(array_filter($versions, static fn (VersionFact $version): bool => ! in_array($version->number, $gone, true))), NOW))->toBe([]);
    }
});

it('takes a version from a clock that was ahead for a new one', fn () => expect(Rule::usual()->thinned(versions([0 => 10, 1 => -3600, 2 => -3500, 3 => 0]), NOW))->toBe([]));

it('refuses a rule that cannot be meant', function (callable $make) {
    $make();
})->with([
    'none left' => [fn () => Rule::last(0)],
    'no lines' => [fn () => Rule::aged([])],
    'no end' => [fn () => Rule::aged([new Band(1, Every::Version)])],
    'an end too soon' => [fn () => Rule::aged([new Band(null, Every::Day), new Band(4, Every::Week)])],
    'out of order' => [fn () => Rule::aged([new Band(7, Every::Version), new Band(7, Every::Day), new Band(null, Every::Month)])],
])->throws(InvalidRule::class);

it('has the innermost folder come first, then the kind', function () {
    [$usual, $show, $sounds, $svg] = [Rule::all(), Rule::last(3), Rule::last(1), Rule::usual()];
    $policy = new Policy($usual, ['show' => $show, 'show/sounds' => $sounds], ['SVG' => $svg]);
    expect($policy->ruleFor('show/sounds/a/b.wav', 'Leaf'))->toBe($sounds)->and($policy->ruleFor('show/plan.svg', 'SVG'))->toBe($show)
        ->and($policy->ruleFor('showing/plan.svg', 'SVG'))->toBe($svg)->and($policy->ruleFor('top.md', 'Markdown'))->toBe($usual);
});
