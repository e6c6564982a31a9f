<?php

declare(strict_types=1);

use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\AddressStyle;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Reference\TargetKind;

beforeEach(fn () => mt_srand((int) (getenv('HAFENBUCH_SEED') ?: 1853)));

it('resolves from the document’s own folder', function (string $raw, TargetKind $kind, ?string $path, string $suffix = '') {
    $target = (new Resolver('/srv/house'))->resolve('guidebook/chapters/one.md', $raw);

    expect([$target->kind, $target->path, $target->suffix])->toBe([$kind, $path, $suffix]);
})->with([
    ['two.md', TargetKind::File, 'guidebook/chapters/two.md'],
    ['./two.md', TargetKind::File, 'guidebook/chapters/two.md'],
    ['../panels/a%20b.svg#part', TargetKind::File, 'guidebook/panels/a b.svg', '#part'],
    ['x.svg?v=1#y', TargetKind::File, 'guidebook/chapters/x.svg', '?v=1#y'],
    ['100%25.md', TargetKind::File, 'guidebook/chapters/100%.md'],
    ['../../../outside.md', TargetKind::Outside, null],
    ['/etc/passwd', TargetKind::Outside, null],
    ['/srv/house/a.md', TargetKind::File, 'a.md'],
    ['/srv/housekeeping/a.md', TargetKind::Outside, null],
    ['/srv/house/../other/a.md', TargetKind::Outside, null],
    ['file:///srv/house/b%20c.md', TargetKind::File, 'b c.md'],
    ['file:///etc/passwd', TargetKind::Outside, null],
    ['file://server/share/x', TargetKind::Outside, null],
    ['https://example.org/x', TargetKind::Web, null],
    ['//example.org/x', TargetKind::Web, null],
    ['mailto:mara@greetholm.example', TargetKind::Web, null],
    ['C:\\drawings\\x.svg', TargetKind::Outside, null],
    ['/dev/snd/midi0', TargetKind::Device, null],
    ['device:microphone', TargetKind::Device, null],
    ['#part', TargetKind::Self, null, '#part'],
    ['', TargetKind::Self, null],
    ['data:image/png;base64,AAAA', TargetKind::Self, null],
    ['bad%00name.md', TargetKind::Nothing, null],
    ['bad%FFname.md', TargetKind::Nothing, null],
]);

it('takes a plain path as it is written', function () {
    $target = (new Resolver('/srv/house'))->resolve('show/a.m3u8', 'rain %20 #1.wav', AddressStyle::PlainPath);

    expect($target->path)->toBe('show/rain %20 #1.wav');
});

it('writes a reference that resolves to its target', function (AddressStyle $style) {
    $resolver = new Resolver('/srv/house');
    $names = ['a', 'b c', 'ü', '100%', '#1', 'a?b', 'c:d', 'e&f', '(g)', "h'i", 'j"k', 'l;m', '…'];
    for ($try = 0; $try < 500; $try++) {
        [$from, $to] = array_map(static fn (): string => implode('/', array_map(static fn (): string => $names[array_rand($names)], range(1, mt_rand(1, 4)))), [1, 2]);
        $text = $resolver->reference($from, $to, '', $style);
        expect($resolver->resolve($from, $text, $style)->path)->toBe(Path::of($to)->value, "{$from} → {$to} by {$text}");
    }
})->with([[AddressStyle::Uri], [AddressStyle::PlainPath]]);

it('encodes what a place needs', function () {
    $resolver = new Resolver('/srv/house');

    expect($resolver->reference('a/b.md', 'a/Größe #1 (50%).svg', '#x'))->toBe('Gr%C3%B6%C3%9Fe%20%231%20(50%25).svg#x')
        ->and($resolver->reference('a/b.md', 'c/d.md'))->toBe('../c/d.md')
        ->and($resolver->reference('b.md', 'x:y.md'))->toBe('./x:y.md');
});
