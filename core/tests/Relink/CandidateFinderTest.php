<?php

declare(strict_types=1);

use Hafenbuch\Core\Relink\Candidate;
use Hafenbuch\Core\Relink\CandidateFinder;
use Hafenbuch\Core\Relink\Fate;
use Hafenbuch\Core\Relink\LostFile;
use Hafenbuch\Core\Relink\PresentFile;

beforeEach(fn () => mt_srand((int) (getenv('HAFENBUCH_SEED') ?: 1853)));

/**
 * @param  list<LostFile>  $lost
 * @param  array<string, string>  $present  path to content
 * @return list<list<string>> for each lost file: path and likeness
 */
function candidatesOf(array $lost, array $present): array
{
    $files = array_map(static fn (string $path): PresentFile => new PresentFile($path, hash('sha256', $present[$path]), strlen($present[$path])), array_map(strval(...), array_keys($present)));

    return array_map(static fn (array $of): array => array_map(static fn (Candidate $one): string => "{$one->path}: {$one->likeness->value}".($one->others > 0 ? " {$one->others}" : ''), $of), CandidateFinder::find($lost, $files));
}

it('finds by what a file is like, the surest first', function (LostFile $lost, array $present, array $expected) {
    expect(candidatesOf([$lost], $present)[0])->toBe($expected);
})->with([
    'its content, wherever it is' => [new LostFile('scans/drum.png', hash('sha256', 'drum'), 4), ['pictures/recording.png' => 'drum', 'old/drum.png' => 'other'], ['pictures/recording.png: content', 'old/drum.png: name']],
    'of two with its content the one with its name' => [new LostFile('scans/drum.png', hash('sha256', 'drum'), 4), ['a.png' => 'drum', 'z/drum.png' => 'drum'], ['z/drum.png: content', 'a.png: content']],
    'of two with its name the nearer one' => [new LostFile('guidebook/scans/drum.png'), ['show/drum.png' => '1', 'guidebook/drum.png' => '2'], ['guidebook/drum.png: name', 'show/drum.png: name']],
    'letter case and the form of a letter' => [new LostFile("scans/Gro\u{308}\u{DF}e.PNG"), ["scans/gr\u{F6}\u{DF}e.png" => 'x'], ["scans/gr\u{F6}\u{DF}e.png: spelling"]],
    'what stands between words' => [new LostFile('scans/tide gauge_1.png'), ['scans/tide-gauge-1.png' => 'x'], ['scans/tide-gauge-1.png: separators']],
    'another extension' => [new LostFile('scans/drum.tif'), ['scans/drum.png' => 'x'], ['scans/drum.png: extension']],
    'another stage' => [new LostFile('parts/arm-03.x3d'), ['parts/arm-04.x3d' => 'x', 'parts/leg-03.x3d' => 'x'], ['parts/arm-04.x3d: stage']],
    'the nearer stages, of many' => [new LostFile('parts/arm-05.x3d'), ['parts/arm-01.x3d' => '1', 'parts/arm-02.x3d' => '2', 'parts/arm-03.x3d' => '3', 'parts/arm-04.x3d' => '4', 'parts/arm-06.x3d' => '6', 'parts/arm-07.x3d' => '7', 'parts/arm-08.x3d' => '8'], ['parts/arm-03.x3d: stage', 'parts/arm-04.x3d: stage', 'parts/arm-06.x3d: stage', 'parts/arm-07.x3d: stage']],
    'its size, where nothing else tells' => [new LostFile('scans/drum.png', hash('sha256', 'gone'), 4), ['a.png' => 'four', 'b.wav' => 'four', 'c.png' => 'more than four'], ['a.png: size']],
    'a name with a slip in it' => [new LostFile('scans/recording-drum.png'), ['scans/recordign-drum.png' => 'x', 'scans/recording-arms.png' => 'x'], ['scans/recordign-drum.png: near name']],
    'no number for another' => [new LostFile('scans/photograph 7 of it.png'), ['scans/photograph 8 of it.png' => 'x'], []],
    'nothing' => [new LostFile('scans/drum.png'), ['book.md' => 'x'], []],
]);

it('finds by what a picture is like', function () {
    $found = CandidateFinder::find([new LostFile('a.png', facts: '40 × 30')], [new PresentFile('b.png', 'x', 1, '40 × 30'), new PresentFile('c.jpg', 'x', 1, '40 × 30'), new PresentFile('d.png', 'x', 1, '30 × 40')]);
    expect(array_map(static fn (Candidate $one): string => $one->path.' '.$one->words(), $found[0]))->toBe(['b.png it is as wide and high, or as long']);
});

it('sees that a folder has moved', function () {
    $lost = array_map(static fn (string $name): LostFile => new LostFile("old-scans/{$name}.png"), ['one', 'two', 'three']);
    $found = candidatesOf($lost, ['scans-1911/one.png' => '1', 'scans-1911/two.png' => '2', 'scans-1911/three.png' => '3', 'old/one.png' => 'x']);

    expect($found[0])->toBe(['scans-1911/one.png: folder 2', 'old/one.png: name'])->and($found[2])->toBe(['scans-1911/three.png: folder 2']);
});

it('says what has become of a file', function (LostFile $lost, array $present, string $words) {
    $files = array_map(static fn (string $path): PresentFile => new PresentFile($path, hash('sha256', $present[$path]), strlen($present[$path])), array_keys($present));

    expect(Fate::words($lost, CandidateFinder::find([$lost], $files)[0]))->toContain($words);
})->with([
    [new LostFile('a.png', deletedBy: 7), [], 'Entry 7 took it away'],
    [new LostFile('a.png', hash('sha256', 'x')), ['b/c.png' => 'x'], 'at b/c.png now'],
    [new LostFile('A.png'), ['a.PNG' => 'x'], 'letter case'],
    [new LostFile('drum.tif'), ['drum.png' => 'x'], 'another extension'],
    [new LostFile('a.png', hash('sha256', 'x')), [], 'moved away outside'],
    [new LostFile('a.png'), [], 'ever seen'],
]);

it('finds every moved file by its content, in whatever order the others come', function () {
    for ($round = 0; $round < 100; $round++) {
        $present = $lost = [];
        for ($number = 0; $number < 40; $number++) {
            $present['f'.mt_rand(0, 4).'/'.bin2hex(random_bytes(3)).'.'.['png', 'md', 'wav'][mt_rand(0, 2)]] = "content {$number}";
        }
        foreach (array_keys($present) as $number => $path) {
            $lost[] = new LostFile("gone/{$number}.png", hash('sha256', $present[$path]), strlen($present[$path]));
        }
        $expected = array_map(static fn (string $path): string => "{$path}: content", array_map(strval(...), array_keys($present)));
        $keys = array_keys($present);
        shuffle($keys);
        $found = candidatesOf($lost, array_merge(array_flip($keys), $present));
        expect(array_column($found, 0))->toBe($expected);
    }
});

it('does not guess where a sign is common to very many', function () {
    $lost = $present = [];
    for ($number = 0; $number < 3000; $number++) {
        $lost[] = new LostFile(sprintf('old/scan-%05d.bin', $number), hash('sha256', $number < 100 ? '' : "scan {$number}"), 20);
        $present[sprintf('new/scan-%05d.bin', $number)] = $number < 100 ? '' : "scan {$number}";
    }
    $found = candidatesOf($lost, $present);
    expect($found[2999][0])->toBe('new/scan-02999.bin: content')->and($found[7][0])->toContain(': content');
});
