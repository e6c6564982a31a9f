<?php

declare(strict_types=1);

use Hafenbuch\Core\Copy\CopyOptions;
use Hafenbuch\Core\Copy\CopyRow;
use Hafenbuch\Core\Copy\CopyTree;
use Hafenbuch\Core\Naming\NamingRule;
use Hafenbuch\Core\Plan\DecisionKind;
use Hafenbuch\Core\Tests\Support\Docs;

/** @return array<string, ?string> new path by path */
function copyNames(array $rows): array
{
    return array_combine(array_map(static fn (CopyRow $row): string => $row->path, $rows), array_map(static fn (CopyRow $row): ?string => $row->newPath, $rows));
}

beforeEach(function () {
    $this->snapshot = Docs::snapshot(
        Docs::saved('mechanism/gauge.x3d', ['mechanism/parts/drum.x3d', 'mechanism/parts/arm.x3d']),
        Docs::modified('mechanism/parts/drum.x3d', ['mechanism/parts/brass.png', 'mechanism/gauge.x3d']),
        Docs::saved('mechanism/parts/arm.x3d', ['mechanism/parts/brass.png']),
        Docs::saved('mechanism/parts/brass.png'),
        Docs::saved('guidebook/far.md', ['mechanism/gauge.x3d']),
    );
});

it('lists each document once, cycles and shared children too', function () {
    $rows = CopyTree::rows($this->snapshot, 'mechanism/gauge.x3d', new CopyOptions(new NamingRule(prefix: 'north-'), 'north'));

    expect(copyNames($rows))->toBe([
        'mechanism/gauge.x3d' => 'north/north-gauge.x3d',
        'mechanism/parts/arm.x3d' => 'north/parts/north-arm.x3d',
        'mechanism/parts/drum.x3d' => 'north/parts/north-drum.x3d',
        'mechanism/parts/brass.png' => 'north/parts/north-brass.png',
    ])->and(array_map(static fn (CopyRow $row): int => $row->depth, $rows))->toBe([0, 1, 1, 2])
        ->and($rows[3]->referredBy)->toEqualCanonicalizing(['mechanism/parts/arm.x3d', 'mechanism/parts/drum.x3d']);
});

it('shares, overrides and puts all in one folder', function () {
    $rows = CopyTree::rows($this->snapshot, 'mechanism/gauge.x3d', new CopyOptions(
        new NamingRule(counterStart: 1), 'flat', true, ['mechanism/parts/brass.png' => true], ['mechanism/parts/arm.x3d' => 'flat/lever.x3d'],
    ));

    expect(copyNames($rows))->toBe([
        'mechanism/gauge.x3d' => 'flat/gauge-01.x3d', 'mechanism/parts/arm.x3d' => 'flat/lever.x3d',
        'mechanism/parts/drum.x3d' => 'flat/drum-03.x3d', 'mechanism/parts/brass.png' => null,
    ])->and(CopyTree::decisions($rows, true))->toHaveCount(3)
        ->and(CopyTree::decisions($rows, true)['mechanism/gauge.x3d']->kind)->toBe(DecisionKind::Copy);
});

it('shows clashes with a way out', function () {
    $row = static fn (string $path, string $new): CopyRow => new CopyRow($path, $path, 0, $new, []);
    $rows = CopyTree::checked(
        [$row('a', 'x/Drum.svg'), $row('b', 'x/drum.svg'), $row('c', 'x/Drum.svg'), $row('d', 'x/arm.svg'), $row('e', 'x/a:b.svg'), $row('f', 'x/fine.svg')],
        static fn (string $path): ?string => $path === 'x/arm.svg' || $path === 'x/arm-2.svg' ? 'There is a file.' : null,
    );

    expect(array_map(static fn (CopyRow $row): ?string => $row->clash, $rows))->toBe([
        null, 'Another copy has this name but for letter case or Unicode form.',
        'Another copy has this name but for letter case or Unicode form.',
        'There is a file.', 'The name has “:” in it, which some file systems refuse. Leave it out.', null,
    ])->and($rows[1]->suggestion)->toBe('x/drum-2.svg')->and($rows[3]->suggestion)->toBe('x/arm-3.svg')->and($rows[4]->suggestion)->toBe('x/a-b-2.svg');
});
