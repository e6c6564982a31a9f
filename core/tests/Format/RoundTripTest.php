<?php

declare(strict_types=1);

use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Tests\Support\Generated;
use Hafenbuch\Core\Tests\Support\InstalledFiles;
use Hafenbuch\Core\Tests\Support\RoundTrip;
use Hafenbuch\Core\Tests\Support\Values;

beforeEach(fn () => mt_srand((int) (getenv('HAFENBUCH_SEED') ?: 1853)));

dataset('formats', static fn (): array => array_combine(
    array_map(static fn (Format $format): string => $format->name(), FormatRegistry::standard()->formats),
    array_map(static fn (Format $format): array => [$format], FormatRegistry::standard()->formats),
));

it('keeps every other byte, over generated files', function (Format $format) {
    $written = 0;
    for ($file = 0; $file < 60; $file++) {
        $bytes = Generated::content($format->name());
        $written += RoundTrip::check($format, $bytes, [Values::random(), Values::random()], $bytes);
    }
    expect($written)->toBeGreaterThan(30);
})->with('formats');

it('keeps every other byte, whatever the new value', function (Format $format) {
    expect(RoundTrip::check($format, Generated::content($format->name()), Values::HARD, $format->name()))->toBeGreaterThan(8);
})->with('formats');

it('keeps every other byte of files that others wrote', function (Format $format) {
    $read = 0;
    foreach (InstalledFiles::withExtension($format->endings()[0], 25) as $file) {
        $bytes = (string) file_get_contents($file);
        if (! mb_check_encoding($bytes, 'UTF-8')) {
            continue;
        }
        RoundTrip::check($format, $bytes, ['ä b&(1)".svg'], $file);
        $read++;
    }
    if ($read === 0) {
        $this->markTestSkipped('No such files are installed here.');
    }
})->with('formats');

it('starts a new document with its title', function (Format $format) {
    $reading = $format->read($format->blank('Pen & <drum>'));

    expect($reading->field('title')?->raw)->toBe(in_array($format->name(), ['CSS', 'OBJ', 'MTL', 'JSON', 'YAML'], true) ? null : 'Pen & <drum>');
})->with('formats');

it('reads any content without failing', function () {
    $registry = FormatRegistry::standard();

    expect($registry->read('a.svg', "<svg>\xff</svg>")->note)->toContain('UTF-8')
        ->and($registry->read('a.svg', '<svg>')->note)->toContain('not closed')
        ->and($registry->read('a.bin', "\x00\xff\xfe")->note)->toBeNull();
    foreach (['a.x3d', 'a.svg', 'a.md', 'a.html', 'a.css', 'a.otio', 'a.m3u8', 'a.xspf', 'a.cue', 'a.gltf', 'a.obj', 'a.mtl', 'datapackage.json'] as $name) {
        for ($try = 0; $try < 200; $try++) {
            $bytes = Generated::content($registry->nameFor($name));
            $cut = substr($bytes, 0, mt_rand(0, strlen($bytes)));
            expect($registry->read($name, $cut.substr("\x00\xff<", 0, mt_rand(0, 3))))->not->toBeNull();
        }
    }
});
