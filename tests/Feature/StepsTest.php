<?php

declare(strict_types=1);

use App\Drafts\StepList;
use App\Drafts\Steps;
use App\Models\DraftStep;
use App\Past\Store\Inventory;
use App\Past\Store\Roots;
use App\Workspace\Files\DiskContentStore;
use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => "# A\n\nfloat\n", 'pictures/arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Float arm</title></svg>', 'arm-b.svg' => '<svg xmlns="http://www.w3.org/2000/svg"/>']);
    $this->actingAs($this->harbour->owner);
    $this->a = $this->harbour->document('a.md');
    $this->write = fn (string $content) => api('PUT', "documents/{$this->a->id}/draft", $content, $this->a->refresh()->revision)->assertOk();
    $this->steps = fn (): array => api('GET', "documents/{$this->a->id}/steps")->assertOk()->json();
    $this->goTo = fn (?int $step) => api('POST', "documents/{$this->a->id}/steps/{$step}", null, $this->a->refresh()->revision);
    $this->text = fn (): string => $this->harbour->workingText('a.md');
});

it('keeps every step with its words, the state before the first among them', function () {
    ($this->write)("# B\n\nfloat\n");
    ($this->write)("# B\n\nfloat arm\n");
    api('POST', "documents/{$this->a->id}/references", ['kind' => 'image', 'target' => $this->harbour->document('pictures/arm.svg')->id], 2)->assertOk();
    $offset = $this->getJson($this->harbour->api("/documents/{$this->a->id}"))->json('refersTo.0.offset');
    api('PATCH', "documents/{$this->a->id}/references", ['offsets' => [$offset], 'target' => $this->harbour->document('arm-b.svg')->id], 3)->assertOk();
    $steps = ($this->steps)();
    expect(array_column($steps['steps'], 'summary'))->toBe(['pointed ‘Float arm’ at arm-b.svg', 'refers to pictures/arm.svg', 'line 3', 'title: ‘B’', 'as saved'])
        ->and($steps['here'])->toBe($steps['steps'][0]['id'])->and($steps['back'])->toBe($steps['steps'][1]['id'])->and($steps['forward'])->toBeNull()->and($steps['count'])->toBe(5);
});

it('steps back and forward, and keeps what it left where one goes on from an earlier step', function () {
    ($this->write)('one');
    ($this->write)('two');
    ($this->goTo)(($this->steps)()['back'])->assertOk();
    expect(($this->text)())->toBe('one');
    ($this->goTo)(($this->steps)()['forward'])->assertOk();
    expect(($this->text)())->toBe('two');
    $two = ($this->steps)()['here'];
    ($this->goTo)(($this->steps)()['back']);
    ($this->goTo)(($this->steps)()['back'])->assertOk()->assertJsonPath('content', 'as saved');
    expect(($this->text)())->toBe("# A\n\nfloat\n")->and(($this->steps)()['back'])->toBeNull();
    ($this->write)('three');
    ($this->goTo)($two)->assertOk();
    expect(($this->text)())->toBe('two')->and(array_column(($this->steps)()['steps'], 'summary'))->toHaveCount(4);
    api('POST', "documents/{$this->a->id}/steps/{$two}", null, 0)->assertStatus(412);
    api('POST', "documents/{$this->a->id}/steps/{$two}")->assertStatus(428);
    api('POST', "documents/{$this->harbour->document('arm-b.svg')->id}/steps/{$two}", null, 0)->assertStatus(404);
});

it('goes through any edits to every step again', function () {
    mt_srand(31);
    $texts = [];
    $text = implode("\n", array_map(static fn (int $n): string => "line {$n}", range(1, 300)));
    for ($edit = 0; $edit < 60; $edit++) {
        if ($edit > 5 && mt_rand(0, 5) === 0) {
            $id = array_rand($texts);
            ($this->goTo)($id)->assertOk();
            $text = $texts[$id];
        }
        $at = mt_rand(0, strlen($text));
        $text = substr($text, 0, $at).str_repeat((string) mt_rand(0, 9), mt_rand(1, mt_rand(0, 9) === 0 ? 3000 : 12)).substr($text, $at + mt_rand(0, 20));
        ($this->write)($text);
        $texts[$this->a->refresh()->step_id] = $text;
    }
    app(Inventory::class)->releaseSteps(0);
    foreach ($texts as $id => $expected) {
        expect(app(Steps::class)->bytes(DraftStep::query()->findOrFail($id)))->toBe($expected);
    }
    expect(app(StepList::class)->prune($this->a->refresh(), 20))->toBe(0, 'none of an unsaved draft goes');
});

it('takes little room for small edits of a large text, and frees what it can do without', function () {
    $text = random_bytes(100_000);
    ($this->write)($text);
    $hashes = [];
    for ($edit = 0; $edit < 30; $edit++) {
        $text[mt_rand(0, 99_999)] = 'x';
        ($this->write)($text);
        $hashes[] = hash('sha256', $text);
    }
    expect(($this->steps)()['bytes'])->toBeLessThan(110_000);
    while (app(Inventory::class)->releaseSteps(0) > 0);
    $store = app(DiskContentStore::class);
    expect(array_filter(array_slice($hashes, 0, -1), $store->has(...)))->toBe([])->and($store->has(end($hashes)))->toBeTrue();
    ($this->goTo)(($this->steps)()['back'])->assertOk();
    expect(hash('sha256', ($this->text)()))->toBe($hashes[28]);
});

it('frees what is no longer on a screen, however many older steps still are on one', function () {
    $open = [$this->harbour->document('pictures/arm.svg'), $this->harbour->document('arm-b.svg')];
    foreach ($open as $document) {
        api('PUT', "documents/{$document->id}/draft", "<svg xmlns='http://www.w3.org/2000/svg'><desc>".bin2hex(random_bytes(40)).'</desc></svg>', $document->revision)->assertOk();
    }
    $texts = array_map(static fn (): string => bin2hex(random_bytes(20)), range(0, 2));
    array_walk($texts, fn (string $text) => ($this->write)($text));
    DB::table('draft_steps')->whereNotIn('document_id', [$this->a->id, $open[0]->id, $open[1]->id])->update(['has_content' => false]);
    $store = app(DiskContentStore::class);
    for ($turn = 0; $turn < 8; $turn++) {
        app(Inventory::class)->releaseSteps(0, 2);
    }
    expect(array_map(static fn (string $text): bool => $store->has(hash('sha256', $text)), $texts))->toBe([false, false, true]);
});

it('keeps the state with which a small picture is to stay', function () {
    $figure = $this->harbour->document('arm-b.svg');
    $drawn = static fn (string $words): string => "<svg xmlns='http://www.w3.org/2000/svg'><desc>{$words}</desc></svg>";
    $words = bin2hex(random_bytes(20));
    api('PUT', "documents/{$figure->id}/draft", $drawn($words), $figure->revision)->assertOk();
    $this->putJson($this->harbour->api("/documents/{$figure->id}/picture"), ['aspect' => null, 'stays' => true])->assertOk();
    foreach (['one', 'two'] as $more) {
        api('PUT', "documents/{$figure->id}/draft", $drawn("{$words} {$more}"), $figure->refresh()->revision)->assertOk();
    }
    while (app(Inventory::class)->releaseSteps(0) > 0);
    $store = app(DiskContentStore::class);
    expect([$store->has(hash('sha256', $drawn($words))), $store->has(hash('sha256', $drawn("{$words} one")))])->toBe([true, false]);
});

it('asks all that refers to contents before one is freed', function () {
    // Those are only compared with, or are of files and people.
    $others = [
        'accepted_strays.end_key', 'crate_documents.base_hash', 'crate_documents.hash', 'crates.hash', 'document_origins.hash', 'document_references.address_key', 'document_references.target_key',
        'documents.file_key', 'documents.fold_key', 'documents.path_key', 'documents.saved_hash', 'draft_steps.hash', 'entry_links.secret_hash', 'known_sources.hash', 'known_sources.path_key',
        'recovery_point_items.base_hash', 'recovery_points.digest', 'session_items.saved_hash',
    ];
    $columns = array_map(static fn (object $one): string => "{$one->t}.{$one->c}", DB::select("select table_name t, column_name c from information_schema.columns where table_schema = database() and data_type = 'char' and character_maximum_length = 64"));
    $asked = [];
    foreach (Roots::COLUMNS as $table => $names) {
        array_push($asked, ...array_map(static fn (string $name): string => "{$table}.{$name}", $names));
    }
    expect(array_values(array_diff($asked, $columns)))->toBe([])->and(array_values(array_diff($columns, $asked, $others)))->toBe([]);
});

it('makes a new document from a step, and leaves the present state as it is', function () {
    ($this->write)("# One\n\n![arm](pictures/arm.svg)\n");
    $one = $this->a->refresh()->step_id;
    ($this->write)("# Two\n");
    api('POST', "documents/{$this->a->id}/steps/{$one}/branch", ['path' => 'drafts/one.md'])->assertStatus(201)->assertJsonPath('content', 'new');
    expect($this->harbour->workingText('drafts/one.md'))->toBe("# One\n\n![arm](../pictures/arm.svg)\n")->and(($this->text)())->toBe("# Two\n")->and($this->harbour->read('drafts/one.md'))->toBeNull();
    api('POST', "documents/{$this->a->id}/steps/{$one}/branch", ['path' => 'a.md'])->assertStatus(422);
    api('POST', "documents/{$this->a->id}/steps/{$one}/branch", ['path' => '../a.md'])->assertStatus(422);
});

it('keeps steps over a save and a discard, and lets the oldest go then', function () {
    foreach (range(1, 30) as $n) {
        ($this->write)("edit {$n}");
    }
    $this->harbour->saveAll();
    foreach (range(31, 34) as $n) {
        ($this->write)("edit {$n}");
    }
    expect(app(StepList::class)->prune($this->a->refresh(), 10))->toBe(25);
    $kept = ($this->steps)()['steps'];
    expect($kept)->toHaveCount(10)->and(app(Steps::class)->bytes(DraftStep::query()->findOrFail($kept[9]['id'])))->toBe('edit 25');
    expect(app(StepList::class)->prune($this->a, 2))->toBe(5)->and(($this->steps)()['steps'])->toHaveCount(5);

    $decisions = [['document' => $this->a->id, 'kind' => 'discard']];
    api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => api('POST', 'plan', ['decisions' => $decisions])->json('fingerprint')])->assertOk();
    expect(($this->text)())->toBe('edit 30')->and(($this->steps)()['steps'][0]['summary'])->toBe('discarded: as saved again');
    ($this->goTo)(($this->steps)()['back'])->assertOk();
    expect(($this->text)())->toBe('edit 34');
});

it('says so where a step cannot be put together', function () {
    ($this->write)(str_repeat('long ', 2000));
    ($this->write)(str_repeat('long ', 2000).'and one');
    $step = $this->a->refresh()->step_id;
    ($this->write)(str_repeat('long ', 2000).'and one more');
    app(Inventory::class)->releaseSteps(0);
    DB::table('draft_steps')->where('id', $step)->update(['inserted' => 'other']);
    ($this->goTo)($step)->assertStatus(422);
    expect(($this->text)())->toEndWith('and one more');
});
