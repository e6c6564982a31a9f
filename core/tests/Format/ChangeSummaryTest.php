<?php

declare(strict_types=1);

use Hafenbuch\Core\Format\ChangeSummary;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\ReferenceChange;

it('says what has changed', function (string $before, string $after, string $words) {
    $formats = FormatRegistry::standard();

    expect(ChangeSummary::of($before, $formats->read('a.md', $before), $after, $formats->read('a.md', $after)))->toBe($words);
})->with([
    ["# A\n\ntext\n", "# B\n\ntext\n", 'title'],
    ["# A\n\n[x](1.md) [y](2.md)\n", "# B\n\n[x](3.md) [y](4.md)\n", 'title and 2 references'],
    ["# A\n\n[x](1.md)\n", "# A\n\n[x](1.md)\nmore\nand more\n", 'lines 4–5'],
    ["# A\n\none\ntwo\nthree\n", "# A\n\none\nTWO\nthree\n", 'line 4'],
    ["# A\n\none\ntwo\n", "# A\n\ntwo\n", 'lines removed'],
    ["# A\n", "# B\n\n![p](p.png)\n", 'title, 1 reference and lines 1–3'],
    ["[x](a%62.md)\n", "[x](<a%62.md>)\n", 'line 1'],
]);

it('pairs references that were pointed elsewhere by their names, then by their order', function () {
    $formats = FormatRegistry::standard();
    $changes = ReferenceChange::between($formats->read('a.md', '[l](legend.svg) [x](x.md) [gone](gone.md) ![p](p.png)'), $formats->read('a.md', '![q](q.png) [h](house.png) [l](../shared/legend.svg#sign) [x](x.md)'));

    expect(array_map(static fn (ReferenceChange $change): array => [$change->kind, $change->before, $change->after], $changes))
        ->toBe([['link', 'legend.svg', '../shared/legend.svg#sign'], ['link', 'gone.md', 'house.png'], ['image', 'p.png', 'q.png']])
        ->and(ReferenceChange::between($formats->read('a.md', '[a](a.md) [a](a.md)'), $formats->read('a.md', '[a](a.md)')))->toHaveCount(1);
});
