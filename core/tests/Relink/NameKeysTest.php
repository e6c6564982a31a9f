<?php

declare(strict_types=1);

use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Relink\NameKeys;

it('compares names by less and less', function (string $path, array $expected) {
    $keys = NameKeys::of($path);
    expect([$keys->name, $keys->spelling, $keys->separators, $keys->stem, $keys->start, $keys->extension])->toBe($expected);
})->with([
    ['scans/Arm-02 (old).PNG', ['Arm-02 (old).PNG', 'arm-02 (old).png', 'arm02old.png', 'arm-02 (old)', 'ar.png', 'png']],
    ['Überlauf 1.svg', ['Überlauf 1.svg', 'überlauf 1.svg', 'überlauf1.svg', 'überlauf 1', 'üb.svg', 'svg']],
    ['---.md', ['---.md', '---.md', '---.md', '---', '.md', 'md']],
    ['notes', ['notes', 'notes', 'notes.', 'notes', 'no.', '']],
]);

it('compares names of plain letters as it compares any', function () {
    mt_srand(1853);
    for ($round = 0; $round < 5000; $round++) {
        $name = implode('', array_map(static fn (): string => chr(mt_rand(32, 126)), range(1, mt_rand(1, 14))));
        $name = str_replace('/', '-', $name);
        $keys = NameKeys::of("a/{$name}");
        $bare = (string) preg_replace('~[^\pL\pN]+~u', '', $keys->stem);
        expect($keys->spelling)->toBe(Path::fold($name))->and($keys->separators)->toBe($bare === '' ? $keys->spelling : "{$bare}.{$keys->extension}");
    }
});

it('counts stages away in one series', function () {
    $keys = NameKeys::of('panel-03.svg');
    expect($keys->stageSign(0))->toBe('panel-.svg#3')->and($keys->stageSign(-1))->toBe(NameKeys::of('panel-02.svg')->stageSign(0))
        ->and(NameKeys::of('panel.svg')->stageSign(1))->toBe('')->and(NameKeys::of('07.svg')->stageSign(1))->toBe('');
});

it('sees names that are nearly the same, and tells figures apart', function (string $one, string $other, bool $isNear) {
    expect(NameKeys::of($one)->isNear(NameKeys::of($other)))->toBe($isNear)->and(NameKeys::of($other)->isNear(NameKeys::of($one)))->toBe($isNear);
})->with([
    ['counterweight.svg', 'counterwieght.svg', true], ['counterweight 1.svg', 'counterweight 2.svg', false], ['arm.svg', 'arn.svg', false], ['counterweight.svg', 'counterweights2.svg', false],
]);
