<?php

declare(strict_types=1);

use Hafenbuch\Core\Naming\Stage;

/** @return array{string, string, string, bool} as plain expressions have it: what comes first, what separates, what counts, and whether that is a date */
function takenApart(string $stem): array
{
    if (preg_match('~^(.*?)([-_ .]?)(\d{4}-?(?:0[1-9]|1[0-2])-?(?:0[1-9]|[12]\d|3[01]))$~u', $stem, $part) === 1) {
        return [$part[1], $part[2], $part[3], true];
    }

    return preg_match('~^(.*?)([-_ .]?)(\d{1,9})$~u', $stem, $part) === 1 ? [$part[1], $part[2], $part[3], false] : [$stem, '-', '', false];
}

it('takes names apart by their counter or date', function (string $stem, array $expected) {
    $stage = Stage::of($stem);
    expect([$stage->base, $stage->separator, $stage->counter, $stage->isDated])->toBe($expected)->and(takenApart($stem))->toBe($expected);
})->with([
    ['panel-02', ['panel', '-', '02', false]], ['panel', ['panel', '-', '', false]], ['plan 3', ['plan', ' ', '3', false]], ['07', ['', '', '07', false]],
    ['tide-2026-11-27', ['tide', '-', '2026-11-27', true]], ['tide20261127', ['tide', '', '20261127', true]], ['tide-2026-13-27', ['tide-2026-13', '-', '27', false]],
    ['9999999999999', ['9999', '', '999999999', false]], ['Pegelhäuschen_4', ['Pegelhäuschen', '_', '4', false]], ['', ['', '-', '', false]],
]);

it('takes every name apart as plain expressions do', function () {
    mt_srand(1911);
    $pieces = ['0', '1', '2', '9', '-', '_', ' ', '.', 'a', 'ä', '2026', '11', '27', '31'];
    for ($round = 0; $round < 20_000; $round++) {
        $stem = implode('', array_map(static fn (): string => $pieces[mt_rand(0, count($pieces) - 1)], range(1, mt_rand(1, 10))));
        $stage = Stage::of($stem);
        if ([$stage->base, $stage->separator, $stage->counter, $stage->isDated] !== takenApart($stem)) {
            expect([$stage->base, $stage->separator, $stage->counter, $stage->isDated])->toBe(takenApart($stem), $stem);
        }
    }
    expect($round)->toBe(20_000);
});
