<?php

declare(strict_types=1);

use App\Relink\AcceptedStrays;
use App\Relink\EndReader;
use App\Relink\KnownStray;
use App\Relink\Relinker;
use App\Relink\RelinkWish;
use App\Relink\StrayKnowledge;
use App\Relink\StrayList;
use App\Saving\PlanBlocked;
use App\Saving\Undoing;
use App\Support\Refused;
use Hafenbuch\Core\Reference\Address;
use Tests\Support\Harbour;

/** @return array<string, KnownStray> */
function straysOf(Harbour $harbour): array
{
    $known = StrayKnowledge::of($harbour->workspace, StrayList::of($harbour->workspace, $harbour->owner)->all());

    return array_combine(array_map(static fn (KnownStray $one): string => EndReader::write($one->stray->end), $known), array_values($known));
}

function relinked(Harbour $harbour, RelinkWish $wish): ?App\Models\Operation
{
    return app(Relinker::class)->carryOut($harbour->workspace, $harbour->owner, $wish, null);
}

beforeEach(function () {
    mt_srand((int) (getenv('HAFENBUCH_SEED') ?: 1853));
    $this->harbour = new Harbour([
        'book.md' => "![drum](old-scans/drum.png) ![pen](old-scans/pen.png)\n[away](../elsewhere/x.md) [web](https://example.org/a?b#c) [camera](device:camera/bridge?gain=2)",
        'panel.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><image href="old-scans/drum.png"/><image href="file:///srv/share/a%20b.png"/></svg>',
        'old-scans/drum.png' => 'the drum', 'old-scans/pen.png' => 'the pen',
    ]);
});

it('tells what does not end in a document, from where, and what has become of it', function () {
    rename("{$this->harbour->root}/old-scans", "{$this->harbour->root}/scans-1911");
    $this->harbour->scan();
    $strays = straysOf($this->harbour);
    $away = dirname($this->harbour->root).'/elsewhere/x.md';

    expect(array_map(static fn (KnownStray $one): string => $one->stray->kind->value.' '.count($one->stray->places), $strays))->toEqual([
        $away => 'outside 1', '/srv/share/a b.png' => 'outside 1', 'https://example.org/a?b' => 'web 1', 'device:camera/bridge' => 'device 1',
        'old-scans/drum.png' => 'missing 2', 'old-scans/pen.png' => 'missing 1',
    ])->and($strays['old-scans/drum.png']->sure()?->path)->toBe('scans-1911/drum.png')
        ->and($strays['old-scans/drum.png']->lost?->hash)->toBe(hash('sha256', 'the drum'))
        ->and($strays['old-scans/drum.png']->why())->toContain('scans-1911/drum.png')
        ->and($strays['device:camera/bridge']->candidates)->toBe([]);
});

it('leads all references to the same file elsewhere by one entry, which is taken back whole', function () {
    $before = $this->harbour->hashes();
    rename("{$this->harbour->root}/old-scans/drum.png", "{$this->harbour->root}/trommel 1.png");
    $this->harbour->scan();
    $this->harbour->draft('book.md', $this->harbour->read('book.md')."\nmore");
    $entry = relinked($this->harbour, new RelinkWish(isSure: true));

    expect($this->harbour->read('book.md'))->toBe(str_replace('old-scans/drum.png', 'trommel%201.png', "![drum](old-scans/drum.png) ![pen](old-scans/pen.png)\n[away](../elsewhere/x.md) [web](https://example.org/a?b#c) [camera](device:camera/bridge?gain=2)"))
        ->and($this->harbour->workingText('book.md'))->toEndWith("\nmore")->toContain('trommel%201.png')
        ->and($this->harbour->read('panel.svg'))->toContain('href="trommel%201.png"')
        ->and($entry?->kind)->toBe('relink')->and($entry->lines->pluck('reason')->unique()->all())->toBe(['relinked'])
        ->and(relinked($this->harbour, new RelinkWish(isSure: true)))->toBeNull();

    app(Undoing::class)->undo($this->harbour->workspace, $this->harbour->owner, $entry, null);
    rename("{$this->harbour->root}/trommel 1.png", "{$this->harbour->root}/old-scans/drum.png");
    expect($this->harbour->hashes())->toBe($before)->and($this->harbour->workingText('book.md'))->toContain('old-scans/drum.png')->toEndWith("\nmore");
});

it('finds a whole folder again, and leaves what is not there', function () {
    mkdir("{$this->harbour->root}/scans");
    rename("{$this->harbour->root}/old-scans/drum.png", "{$this->harbour->root}/scans/drum.png");
    unlink("{$this->harbour->root}/old-scans/pen.png");
    $this->harbour->scan();
    relinked($this->harbour, new RelinkWish(folders: ['old-scans' => 'scans']));

    expect($this->harbour->read('book.md'))->toContain('scans/drum.png')->toContain('old-scans/pen.png')
        ->and(fn () => relinked($this->harbour, new RelinkWish(folders: ['old-scans' => 'nowhere'])))->toThrow(Refused::class, 'Nothing that is missed')
        ->and(fn () => relinked($this->harbour, new RelinkWish(folders: ['never' => 'scans'])))->toThrow(Refused::class, 'misses anything');
});

it('finds what lay in a folder below another one, here and elsewhere, where one file alone has the name', function () {
    foreach (['deep/a/drum.png', 'twice/a/drum.png', 'twice/b/drum.png', 'twice/pen.png'] as $path) {
        $this->harbour->put($path, "{$path} now");
    }
    $library = dirname($this->harbour->root).'/library-'.bin2hex(random_bytes(4));
    mkdir("{$library}/below/.hidden", 0o777, true);
    file_put_contents("{$library}/below/pen.png", 'pen elsewhere');
    file_put_contents("{$library}/below/.hidden/drum.png", 'hidden');
    exec('rm -r '.escapeshellarg("{$this->harbour->root}/old-scans"));
    $this->harbour->scan();
    $leads = fn (string $to): array => array_map(static fn ($line): string => $line->path.': '.$line->reason->text(), app(Relinker::class)->plan($this->harbour->workspace, $this->harbour->owner, new RelinkWish(folders: ['old-scans' => $to]))->plan->lines);

    expect($leads('deep'))->toEqualCanonicalizing(['book.md: its references to old-scans/drum.png now lead to deep/a/drum.png', 'panel.svg: its references to old-scans/drum.png now lead to deep/a/drum.png'])
        ->and($leads('twice'))->toBe(['book.md: its references to old-scans/pen.png now lead to twice/pen.png'])
        ->and($leads($library))->toBe(["book.md: its references to old-scans/pen.png now lead to {$library}/below/pen.png"])
        ->and(fn () => $leads('/etc'))->toThrow(Refused::class, 'Nothing that is missed');
});

it('leads what is outside, in the web or a device elsewhere, and keeps the settings of a device', function () {
    relinked($this->harbour, new RelinkWish([
        Address::end('/srv/share/a b.png') => 'old-scans/pen.png', Address::end('https://example.org/a?b') => 'panel.svg', Address::end('device:camera/bridge') => Address::end('device:camera/spare'),
    ]));

    expect($this->harbour->read('panel.svg'))->toContain('<image href="old-scans/pen.png"/>')
        ->and($this->harbour->read('book.md'))->toContain('[web](panel.svg)')->toContain('(device:camera/spare?gain=2)');
});

it('takes references out, and refuses what cannot be', function () {
    relinked($this->harbour, new RelinkWish([Address::end('/srv/share/a b.png') => Address::NOWHERE]));

    expect($this->harbour->read('panel.svg'))->toBe('<svg xmlns="http://www.w3.org/2000/svg"><image href="old-scans/drum.png"/></svg>')
        ->and(fn () => relinked($this->harbour, new RelinkWish([Address::end('/srv/share/a b.png') => 'book.md'])))->toThrow(Refused::class, 'is missing')
        ->and(fn () => relinked($this->harbour, new RelinkWish([Address::end('https://example.org/a?b') => 'not there.md'])))->toThrow(PlanBlocked::class);
});

it('knows a picture by its width and height where nothing else tells', function () {
    $png = static function (int $width, int $height, int $ink): string {
        $picture = imagecreatetruecolor($width, $height);
        imagefill($picture, 0, 0, $ink);
        ob_start();
        imagepng($picture);

        return (string) ob_get_clean();
    };
    $this->harbour->put('old-scans/pen.png', $png(40, 30, 1));
    $this->harbour->put('quite-another.png', $png(40, 30, 0xFF8040).'more');
    $this->harbour->put('not-that.png', $png(30, 40, 2));
    $this->harbour->scan();
    // Kept, as by a version of it.
    app(App\Workspace\Files\DiskContentStore::class)->putBytes($png(40, 30, 1));
    unlink("{$this->harbour->root}/old-scans/pen.png");
    $this->harbour->scan();

    expect(array_map(static fn ($one): string => $one->path.': '.$one->words(), straysOf($this->harbour)['old-scans/pen.png']->candidates))->toBe(['quite-another.png: it is as wide and high, or as long']);
});

it('knows what an entry has taken away', function () {
    $entry = app(App\Saving\Execution::class)->save($this->harbour->workspace, $this->harbour->owner, [$this->harbour->document('old-scans/pen.png')->id => Hafenbuch\Core\Plan\Decision::delete(['book.md'])], null, null);
    $stray = straysOf($this->harbour)['old-scans/pen.png'];

    expect($stray->why())->toBe("Entry {$entry?->number} took it away.")->and($stray->lost?->hash)->toBe(hash('sha256', 'the pen'));
});

it('moves a document that names files outside, and goes on naming them', function () {
    app(App\Saving\Execution::class)->save($this->harbour->workspace, $this->harbour->owner, [$this->harbour->document('book.md')->id => Hafenbuch\Core\Plan\Decision::move('a/b/book.md')], null, null);

    expect($this->harbour->read('a/b/book.md'))->toContain('[away](../../../elsewhere/x.md)')->toContain('(../../old-scans/drum.png)')->toContain('(https://example.org/a?b#c)');
});

it('remembers what may stay as it is', function () {
    $accepted = new AcceptedStrays($this->harbour->workspace);
    $accepted->accept($this->harbour->owner, ['x.png', Address::end('/y')], 'on purpose');
    $accepted->accept($this->harbour->owner, ['x.png'], 'still');
    expect($accepted->reasons())->toHaveCount(2)->toContain('still', 'on purpose');
    $accepted->callBack(['x.png']);
    expect($accepted->reasons())->toHaveCount(1);
});

it('brings every reference back to the same bytes, whatever was moved and renamed behind its back', function () {
    for ($round = 0; $round < 6; $round++) {
        $files = $contents = [];
        for ($n = 0; $n < 12; $n++) {
            $files["f{$n}.bin"] = "content {$n} of round {$round}";
        }
        for ($n = 0; $n < 6; $n++) {
            $files[['', 'a/', 'a/b/'][$n % 3]."doc{$n}.md"] = implode(' ', array_map(static fn (int $target): string => '[x]('.['', '../', '../../'][$n % 3]."f{$target}.bin)", array_map(static fn (): int => mt_rand(0, 11), range(1, 5))));
        }
        $harbour = new Harbour($files);
        $resolve = static function (string $path) use ($harbour): array {
            $reading = Hafenbuch\Core\Format\FormatRegistry::standard()->read($path, (string) $harbour->read($path));

            return array_map(static fn ($site): ?string => $harbour->read((string) (new Hafenbuch\Core\Reference\Resolver($harbour->root))->resolve($path, $site->raw)->path), $reading->references);
        };
        $documents = array_values(array_filter(array_keys($files), static fn (string $path): bool => str_ends_with($path, '.md')));
        $before = array_combine($documents, array_map($resolve, $documents));
        $texts = array_combine($documents, array_map($harbour->read(...), $documents));
        foreach (array_rand(array_flip(range(0, 11)), mt_rand(2, 8)) as $n) {
            $new = ['moved', 'other folder', 'ü'][mt_rand(0, 2)]."/{$n}-".bin2hex(random_bytes(2)).'.dat';
            @mkdir(dirname("{$harbour->root}/{$new}"), 0o777, true);
            rename("{$harbour->root}/f{$n}.bin", "{$harbour->root}/{$new}");
        }
        $harbour->scan();
        $entry = relinked($harbour, new RelinkWish(isSure: true));
        expect(array_combine($documents, array_map($resolve, $documents)))->toBe($before);
        if ($entry !== null) {
            app(Undoing::class)->undo($harbour->workspace, $harbour->owner, $entry, null);
        }
        expect(array_combine($documents, array_map($harbour->read(...), $documents)))->toBe($texts);
    }
});

it('answers on the command line', function () {
    rename("{$this->harbour->root}/old-scans", "{$this->harbour->root}/scans-1911");
    $this->harbour->scan();
    $strays = $this->harbour->command('strays', ['--json', '--of', 'panel.svg'])['json'];
    expect($strays)->toHaveCount(2)->and($strays[1])->toBe([
        'missing' => 'old-scans/drum.png', 'kind' => 'missing', 'from' => [['path' => 'panel.svg', 'offset' => 53, 'raw' => 'old-scans/drum.png']], 'wasHash' => hash('sha256', 'the drum'),
        'why' => 'It was moved or renamed outside: what it held is at scans-1911/drum.png now.', 'candidates' => [['path' => 'scans-1911/drum.png', 'reason' => 'it has the same content', 'sure' => true]],
    ]);
    $plan = $this->harbour->command('relink', ['--sure', '--plan', '--json'])['json'];
    expect($plan['entry'])->toBeNull()->and(array_column($plan['lines'], 'path'))->toEqualCanonicalizing(['book.md', 'panel.svg']);
    $done = $this->harbour->command('relink', ['--folder', 'old-scans=scans-1911', '--missing', '/srv/share/a b.png=scans-1911/pen.png', '--accept', 'https://example.org/a?b', '--json'])['json'];
    expect($done['entry'])->toBe(1)->and(array_column($done['lines'], 'path'))->toEqualCanonicalizing(['book.md', 'panel.svg'])
        ->and($this->harbour->command('relink', ['--missing', 'nothing'])['code'])->toBe(2)
        ->and($this->harbour->command('relink', ['--missing', 'no.png=book.md'])['err'])->toContain('is missing “no.png”')
        ->and($this->harbour->command('undo', ['1', '--json'])['code'])->toBe(0);
});
