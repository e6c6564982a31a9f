<?php

declare(strict_types=1);

use Hafenbuch\Core\Crate\Layout;
use Hafenbuch\Core\Crate\Placement;
use Hafenbuch\Core\Crate\PortableName;
use Hafenbuch\Core\Naming\FileName;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\TakeIn\MediaKind;

it('gives every name a form that any file system takes', function (string $name, string $portable) {
    expect(PortableName::of($name)[0])->toBe($portable)->and(PortableName::of($portable))->toBe([$portable, null]);
})->with([
    ['drum.png', 'drum.png'], ['drum. ', 'drum'], ['CON.txt', '_CON.txt'], ['a:b?.md', 'a-b-.md'], ["cafe\u{301}.md", "caf\u{e9}.md"], ['...', '_'], ["tab\there", 'tab-here'],
    ["right\u{202e}left.md", 'rightleft.md'], ['.env', '_env'], [str_repeat('ö', 127).'.md', str_repeat('ö', 118).'.md'],
]);

it('never gives two files one place, nor a file that of a folder', function () {
    mt_srand(7);
    $names = ['Drum', 'drum', 'DRUM', "cafe\u{301}", "caf\u{e9}", 'a.', 'a', 'aux', 'x?', 'x*', 'sub', 'Sub'];
    for ($round = 0; $round < 60; $round++) {
        $files = [];
        for ($count = mt_rand(1, 14); $count > 0; $count--) {
            $path = implode('/', array_map(fn (): string => $names[array_rand($names)], range(1, mt_rand(1, 3)))).['', '.md', '.png'][mt_rand(0, 2)];
            $files[mt_rand(0, 4) === 0 ? Address::end("/elsewhere/{$path}") : $path] = MediaKind::cases()[mt_rand(0, 4)];
        }
        $missing = ['gone/drum.md', 'Drum/gone'];
        foreach (Layout::cases() as $layout) {
            $places = Placement::of($files, array_values(array_diff($missing, array_keys($files))), $layout)->places;
            $keys = array_map(Path::fold(...), $places);
            expect(count(array_unique($keys)))->toBe(count($places));
            foreach ($keys as $key) {
                foreach ($keys as $other) {
                    expect(str_starts_with($other, $key.'/'))->toBeFalse();
                }
            }
            foreach ($places as $place) {
                foreach (explode('/', $place) as $name) {
                    expect(FileName::trouble($name))->toBeNull();
                }
            }
        }
    }
});

it('leaves files as they lie below the folder that they have in common, and says why where it does not', function () {
    $placement = Placement::of(['book/one/a.md' => MediaKind::Document, 'book/two/b.png' => MediaKind::Picture, 'book/two/B.png' => MediaKind::Picture, "\0/lib/c.wav" => MediaKind::Sound], [], Layout::AsIs);

    expect($placement->places)->toBe(["\0/lib/c.wav" => 'from-elsewhere/c.wav', 'book/one/a.md' => 'one/a.md', 'book/two/B.png' => 'two/B.png', 'book/two/b.png' => 'two/b-2.png'])
        ->and(array_keys($placement->renamed))->toBe(['book/two/b.png']);
});
