<?php

declare(strict_types=1);

use Hafenbuch\Core\Reference\Address;
use Hafenbuch\Core\TakeIn\IncomingRule;
use Hafenbuch\Core\TakeIn\IncomingRules;
use Hafenbuch\Core\TakeIn\MediaKind;
use Hafenbuch\Core\TakeIn\SourceFile;
use Hafenbuch\Core\TakeIn\TakeInChoice;
use Hafenbuch\Core\TakeIn\TakeInPlanner;
use Hafenbuch\Core\TakeIn\TakeInRow;

/** @param list<string> $ends */
function sourceFile(string $path, string $content, MediaKind $kind = MediaKind::Picture, string $referrer = 'book/one.md', array $ends = []): SourceFile
{
    return new SourceFile($path, hash('sha256', $content), strlen($content), $kind, 'stat', $referrer, $ends);
}

/**
 * @param  list<SourceFile>  $sources
 * @param  array<string, string>  $here  content by path
 * @param  array<string, TakeInChoice>  $choices
 * @return array<string, string> where each goes
 */
function placesOf(array $sources, ?IncomingRules $rules = null, array $here = [], array $choices = []): array
{
    $hashes = array_map(static fn (string $content): string => hash('sha256', $content), $here);
    $rows = TakeInPlanner::rows($sources, $rules ?? new IncomingRules, $choices, array_flip($hashes), static fn (string $path): bool => isset($here[$path]), static fn (string $path): ?string => $hashes[$path] ?? null);

    return array_combine(array_map(static fn (TakeInRow $row): string => $row->source->path, $rows), array_map(static fn (TakeInRow $row): string => ($row->to ?? 'stays').($row->isThere ? ', there' : ''), $rows));
}

it('goes by the first rule that fits', function () {
    $rules = new IncomingRules([
        new IncomingRule(MediaKind::Sound, folder: 'sounds'), new IncomingRule(from: '/srv/press', staysInPlace: true), new IncomingRule(MediaKind::Picture),
    ], ['/srv/library']);

    expect(placesOf([
        sourceFile('/a/x.wav', '1', MediaKind::Sound), sourceFile('/srv/press/y.txt', '2', MediaKind::Other), sourceFile('/srv/press/z.wav', '3', MediaKind::Sound), sourceFile('/a/p.png', '4'),
        sourceFile('/a/q.dat', '5', MediaKind::Other), sourceFile('/srv/library/own.png', '6'), sourceFile('/srv/library-2/p.png', '7'),
    ], $rules))->toBe([
        '/a/x.wav' => 'sounds/x.wav', '/srv/press/y.txt' => 'stays', '/srv/press/z.wav' => 'sounds/z.wav', '/a/p.png' => 'book/p.png', '/a/q.dat' => 'taken-in/q.dat',
        '/srv/library/own.png' => 'stays', '/srv/library-2/p.png' => 'book/p-2.png',
    ]);
});

it('takes the same bytes in once, and uses what is there', function () {
    expect(placesOf([
        sourceFile('/a/x.png', 'same'), sourceFile('/b/y.png', 'same'), sourceFile('/a/z.png', 'here'), sourceFile('/a/w.png', 'new'), sourceFile('/b/W.png', 'other'),
    ], here: ['pictures/there.png' => 'here', 'taken-in/w.png' => 'older']))->toBe([
        '/a/x.png' => 'taken-in/x.png', '/b/y.png' => 'taken-in/x.png, there', '/a/z.png' => 'pictures/there.png, there', '/a/w.png' => 'taken-in/w-2.png', '/b/W.png' => 'taken-in/W.png',
    ]);
});

it('goes by what a person chose', function () {
    $rules = new IncomingRules(ours: ['/o']);
    expect(placesOf([sourceFile('/a/x.png', '1'), sourceFile('/a/y.png', '2'), sourceFile('/o/z.png', '3')], $rules, choices: ['/a/x.png' => new TakeInChoice(true), '/a/y.png' => new TakeInChoice(folder: 'here/'), '/o/z.png' => new TakeInChoice(folder: '')]))
        ->toBe(['/a/x.png' => 'stays', '/a/y.png' => 'here/y.png', '/o/z.png' => 'z.png']);
});

it('puts what a file from elsewhere refers to beside it', function () {
    $rules = new IncomingRules([new IncomingRule(MediaKind::Document, folder: 'parts'), new IncomingRule]);
    $sources = [sourceFile('/a/arm.x3d', '1', MediaKind::Document, ends: [Address::end('/a/steel.png')]), sourceFile('/a/steel.png', '2', referrer: '/a/arm.x3d')];
    expect(placesOf($sources, $rules))->toBe(['/a/arm.x3d' => 'parts/arm.x3d', '/a/steel.png' => 'parts/steel.png'])
        ->and($sources[0]->filesOutside())->toBe(['/a/steel.png']);
});

it('does not take a file with references for the same as another one', function () {
    $end = [Address::end('/x.png')];
    expect(placesOf([sourceFile('/a/p.svg', 'same', ends: $end), sourceFile('/b/p.svg', 'same', ends: $end)]))->toBe(['/a/p.svg' => 'taken-in/p.svg', '/b/p.svg' => 'taken-in/p-2.svg']);
});
