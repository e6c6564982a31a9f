<?php

declare(strict_types=1);

use App\Past\Store\Inventory;
use App\Workspace\Files\DiskContentStore;
use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'mechanism/gauge.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Gauge</title><use href="parts/arm.svg#a"/><use href="parts/drum.svg"/><image href="../shared/legend.svg"/></svg>',
        'mechanism/parts/arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><image href="brass.png"/></svg>',
        'mechanism/parts/drum.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><image href="brass.png"/><a href="../gauge.svg"><g/></a></svg>',
        'mechanism/parts/brass.png' => 'brass', 'shared/legend.svg' => '<svg xmlns="http://www.w3.org/2000/svg"/>',
        'book.md' => "![gauge](mechanism/gauge.svg)\n",
    ]);
    $this->actingAs($this->harbour->owner);
    $this->gauge = $this->harbour->document('mechanism/gauge.svg')->id;
    $this->decisions = fn (array $tree): array => array_values(array_map(
        fn (array $row): array => ['document' => $row['documentId'], 'kind' => 'copy', 'path' => $row['newPath'], 'together' => true],
        array_filter($tree['rows'], fn (array $row): bool => $row['newPath'] !== null),
    ));
    $this->save = fn (array $decisions, array $more = []) => api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => api('POST', 'plan', ['decisions' => $decisions])->assertOk()->json('fingerprint'), ...$more]);
});

it('copies a document with all below it, shares what was chosen, and says what came of it', function () {
    $before = $this->harbour->hashes();
    $legend = $this->harbour->document('shared/legend.svg')->id;
    $tree = api('POST', "documents/{$this->gauge}/copies", ['folder' => 'north', 'rule' => ['prefix' => 'n-'], 'shared' => [$legend]])->assertOk()->json();
    expect(array_column($tree['rows'], 'newPath', 'path'))->toBe([
        'mechanism/gauge.svg' => 'north/n-gauge.svg', 'mechanism/parts/arm.svg' => 'north/parts/n-arm.svg', 'mechanism/parts/drum.svg' => 'north/parts/n-drum.svg',
        'shared/legend.svg' => null, 'mechanism/parts/brass.png' => 'north/parts/n-brass.png',
    ])->and(array_filter(array_column($tree['rows'], 'clash')))->toBe([]);

    $entry = ($this->save)(($this->decisions)($tree))->assertOk()->json();
    expect($this->harbour->read('north/n-gauge.svg'))->toContain('href="parts/n-arm.svg#a"')->toContain('href="parts/n-drum.svg"')->toContain('href="../shared/legend.svg"')
        ->and($this->harbour->read('north/parts/n-drum.svg'))->toContain('href="n-brass.png"')->toContain('href="../n-gauge.svg"')
        ->and(array_intersect_key($this->harbour->hashes(), $before))->toBe($before)
        ->and(api('GET', "logbook/{$entry['id']}/statement")->json())->toBe(['copied' => 4, 'inside' => 5, 'back' => 0, 'shared' => 1, 'strays' => 0, 'unread' => []]);

    $undo = api('GET', "logbook/{$entry['id']}/undo")->json();
    api('POST', "logbook/{$entry['id']}/undo", ['fingerprint' => $undo['fingerprint']])->assertOk();
    expect($this->harbour->hashes())->toBe($before)->and(is_dir($this->harbour->root.'/north'))->toBeFalse();
});

it('has media that are copied as they are in two places and not in three', function (bool $isProven) {
    $film = str_repeat(bin2hex(random_bytes(16)), 4000);
    $this->harbour->put('show/tide.mp4', $film);
    $this->harbour->scan();
    $document = $this->harbour->document('show/tide.mp4');
    DB::table('documents')->where('id', $document->id)->update(['seen_at' => time() + ($isProven ? 60 : 0)]);
    $copy = [['document' => $document->id, 'kind' => 'copy', 'path' => 'tour/tide.mp4']];
    $entry = ($this->save)($copy)->assertOk()->json();
    $store = app(DiskContentStore::class);
    expect($this->harbour->read('tour/tide.mp4') === $film)->toBeTrue()->and($entry['state'])->toBe('done')->and($store->has(hash('sha256', $film)))->toBe(! $isProven)
        ->and($this->harbour->document('tour/tide.mp4')->size)->toBe(strlen($film))->and(fileinode("{$this->harbour->root}/tour/tide.mp4"))->not->toBe(fileinode("{$this->harbour->root}/show/tide.mp4"))
        ->and(app(Inventory::class)->check()->missing)->not->toHaveKey(hash('sha256', $film));

    $bytes = strlen($film);
    expect(api('GET', "logbook/{$entry['id']}/lines/0")->assertOk()->json())->toMatchArray(['beforeSize' => null, 'afterSize' => $bytes, 'note' => $isProven ? 'Not kept: a file that is copied, moved or taken in as it is lies at its place alone.' : null]);

    // What is written over it later is kept first, and taking the copy back needs nothing of it.
    $undo = api('GET', "logbook/{$entry['id']}/undo")->assertOk()->json();
    api('POST', "logbook/{$entry['id']}/undo", ['fingerprint' => $undo['fingerprint']])->assertOk();
    expect($this->harbour->read('tour/tide.mp4'))->toBeNull()->and($this->harbour->read('show/tide.mp4') === $film)->toBeTrue()->and($store->isSound(hash('sha256', $film)))->toBeTrue();
})->with(['its stat proves what it holds' => true, 'it was written just now' => false]);

it('shows clashes with a way out', function () {
    $this->harbour->put('flat/ARM.svg', '<svg xmlns="http://www.w3.org/2000/svg"/>');
    $this->harbour->scan();
    $rows = array_column(api('POST', "documents/{$this->gauge}/copies", ['folder' => 'flat', 'flat' => true])->json('rows'), null, 'path');
    expect($rows['mechanism/parts/arm.svg']['clash'])->toBe('flat/ARM.svg differs only in letter case or Unicode form, which many systems take for the same name.')
        ->and($rows['mechanism/parts/arm.svg']['suggestion'])->toBe('flat/arm-2.svg')->and($rows['mechanism/gauge.svg']['clash'])->toBeNull();
    $arm = $rows['mechanism/parts/arm.svg'];
    $again = api('POST', "documents/{$this->gauge}/copies", ['folder' => 'flat', 'flat' => true, 'paths' => [$arm['documentId'] => $arm['suggestion']]])->json('rows');
    expect(array_filter(array_column($again, 'clash')))->toBe([]);
    api('POST', "documents/{$this->gauge}/copies", ['folder' => 'x', 'rule' => ['find' => '(', 'pattern' => true]])->assertStatus(422);
    api('POST', "documents/{$this->gauge}/copies", ['folder' => '../out'])->assertStatus(422);
});

it('sets a document aside with all below it and goes on with the original', function () {
    $tree = api('POST', "documents/{$this->gauge}/copies", ['setAside' => true])->json();
    expect($tree['folder'])->toBe('set-aside/'.now()->format('Y-m-d').' gauge');
    ($this->save)(array_map(static fn (array $one): array => [...$one, 'setAside' => true], ($this->decisions)($tree)), ['note' => 'before the storm'])->assertOk();
    expect($this->harbour->read("{$tree['folder']}/mechanism/gauge.svg"))->toBe($this->harbour->read('mechanism/gauge.svg'));

    $list = api('GET', "documents/{$this->gauge}/set-asides")->json();
    expect($list[0])->toMatchArray(['note' => 'before the storm', 'files' => 5, 'path' => "{$tree['folder']}/mechanism/gauge.svg"])->and($list[0]['size'])->toBeGreaterThan(100)
        ->and(api('POST', "documents/{$this->gauge}/copies", ['setAside' => true])->json('folder'))->toBe($tree['folder'].'-2');
});

it('copies what is on the screen, or the saved content when told so', function () {
    $this->harbour->draft('mechanism/parts/arm.svg', '<svg xmlns="http://www.w3.org/2000/svg"><g id="draft"/></svg>');
    $arm = $this->harbour->document('mechanism/parts/arm.svg')->id;
    $decide = fn (string $path, bool $ofSaved): array => [['document' => $arm, 'kind' => 'copy', 'path' => $path, 'together' => true, 'ofSaved' => $ofSaved]];
    ($this->save)($decide('screen.svg', false))->assertOk();
    ($this->save)($decide('saved.svg', true))->assertOk();
    expect($this->harbour->read('screen.svg'))->toContain('id="draft"')->and($this->harbour->read('saved.svg'))->toContain('href="mechanism/parts/brass.png"');
});

it('counts stages, and says what changed between them', function () {
    $drum = $this->harbour->document('mechanism/parts/drum.svg');
    $series = api('GET', "documents/{$drum->id}/series")->json();
    expect($series['next'])->toBe('mechanism/parts/drum-02.svg')->and($series['stages'])->toHaveCount(1);
    $this->harbour->draft('mechanism/parts/drum.svg', '<svg xmlns="http://www.w3.org/2000/svg"><image href="brass.png"/></svg>');
    ($this->save)([['document' => $drum->id, 'kind' => 'save as', 'path' => $series['next']]], ['note' => 'without the link'])->assertOk();

    $next = api('GET', 'documents/'.$this->harbour->document('mechanism/parts/drum-02.svg')->id.'/series')->json();
    expect($next['next'])->toBe('mechanism/parts/drum-03.svg')->and(array_column($next['stages'], 'path'))->toBe(['mechanism/parts/drum-02.svg', 'mechanism/parts/drum.svg'])
        ->and($next['stages'][0])->toMatchArray(['note' => 'without the link', 'isAsked' => true, 'changes' => '1 reference and line 1', 'madeFrom' => $drum->id]);
    expect(api('GET', "documents/{$drum->id}/compare/{$next['stages'][0]['documentId']}")->json('lines'))->not->toBeEmpty();
});
