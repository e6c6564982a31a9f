<?php

declare(strict_types=1);

use App\Drafts\DraftDesk;
use App\Models\Document;
use App\Models\DraftStep;
use App\Models\Operation;
use App\Models\Scan;
use App\Models\User;
use App\Past\HourlyUpkeep;
use App\Past\Store\Inventory;
use App\Quay\Quay;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Index\Scanner;
use App\Workspace\Index\ScanWorkspace;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Facades\Storage;
use Tests\Support\Harbour;

/* What happens between a look and a deed. */

beforeEach(function () {
    $this->own = bin2hex(random_bytes(6));
    $this->harbour = new Harbour(['book.md' => "![arm](arm.svg) {$this->own}\n", 'arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"/>', 'photo.png' => $this->photo = str_repeat("photo {$this->own} ", 4000), 'far.md' => "# Far\n"]);
    $this->actingAs($this->harbour->owner);
    $this->save = fn (array $decisions) => api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => api('POST', 'plan', ['decisions' => $decisions])->json('fingerprint')]);
    $this->moving = fn (string $path, string $to): array => api('POST', 'relocations', ['paths' => [$path], 'to' => $to])->assertOk()->json();
});

it('moves a file as it is without keeping it, and back again, also after the cleaning', function () {
    $hash = hash('sha256', $this->photo);
    $isKept = fn (): bool => app(DiskContentStore::class)->has($hash);
    $entry = ($this->save)(($this->moving)('photo.png', 'stills/photo.png'))->assertOk()->json();
    expect($this->harbour->read('stills/photo.png') === $this->photo)->toBeTrue()->and($isKept())->toBeFalse()->and($entry['state'])->toBe('done')
        ->and(array_column($entry['lines'], 'afterSize', 'path')['stills/photo.png'])->toBe(strlen($this->photo))
        ->and($this->harbour->document('stills/photo.png')->size)->toBe(strlen($this->photo));
    expect(app(Inventory::class)->check()->missing)->not->toHaveKey($hash);
    $lines = array_map(fn (int $position): array => array_intersect_key(api('GET', "logbook/{$entry['id']}/lines/{$position}")->assertOk()->json(), ['beforeSize' => 1, 'afterSize' => 1, 'note' => 1]), [0, 1]);
    $bytes = strlen($this->photo);
    expect($lines)->toBe([['beforeSize' => $bytes, 'afterSize' => $bytes, 'note' => 'The file stays as it is.'], ['beforeSize' => $bytes, 'afterSize' => null, 'note' => 'Not kept: a file that is copied, moved or taken in as it is lies at its place alone.']]);

    $undo = api('GET', "logbook/{$entry['id']}/undo")->assertOk()->json();
    api('POST', "logbook/{$entry['id']}/undo", ['fingerprint' => $undo['fingerprint']])->assertOk();
    expect($this->harbour->read('photo.png'))->toBe($this->photo)->and($this->harbour->read('stills/photo.png'))->toBeNull()->and($isKept())->toBeFalse();

    $old = fn () => Operation::query()->where('workspace_id', $this->harbour->workspace->id)->update(['created_at' => now()->subDays(40)]);
    $old();
    $entryBytes = fn (): int => api('POST', 'retention/preview', ['retention' => ['kind' => 'all']])->assertOk()->json('entryBytes');
    expect($entryBytes())->toBe(0);

    // What goes is kept, as ever.
    ($this->save)([['document' => $this->harbour->document('photo.png')->id, 'kind' => 'delete']])->assertOk();
    $old();
    expect($entryBytes())->toBe($bytes);
    expect($this->harbour->read('photo.png'))->toBeNull()->and(app(DiskContentStore::class)->isSound($hash))->toBeTrue();
});

it('moves media into the places of one another, in a row and in a circle', function (array $places) {
    foreach (['one', 'two', 'three'] as $name) {
        $this->harbour->put("show/{$name}.mp4", $films["show/{$name}.mp4"] = str_repeat("{$name} {$this->own} ", 4000));
    }
    $this->harbour->scan();
    $decisions = array_map(fn (string $from, string $to): array => ['document' => $this->harbour->document("show/{$from}.mp4")->id, 'kind' => 'move', 'path' => "show/{$to}.mp4"], array_keys($places), $places);
    $entry = ($this->save)($decisions)->assertOk()->json();
    expect($entry['state'])->toBe('done');
    foreach ($places as $from => $to) {
        expect($this->harbour->read("show/{$to}.mp4") === $films["show/{$from}.mp4"])->toBeTrue("{$from} to {$to}");
    }
    api('POST', "logbook/{$entry['id']}/undo", ['fingerprint' => api('GET', "logbook/{$entry['id']}/undo")->assertOk()->json('fingerprint')])->assertOk();
    expect(array_map($this->harbour->read(...), array_combine(array_keys($films), array_keys($films))) === $films)->toBeTrue();
})->with(['a row' => [['one' => 'two', 'two' => 'four']], 'a circle' => [['one' => 'two', 'two' => 'three', 'three' => 'one']]]);

it('keeps a text, and what is small, where it moves as it is', function () {
    $hash = hash('sha256', '<svg xmlns="http://www.w3.org/2000/svg"/>');
    ($this->save)(($this->moving)('arm.svg', 'parts/arm.svg'))->assertOk();
    expect(app(DiskContentStore::class)->has($hash))->toBeTrue();
});

it('asks a person about a move, and does as they say with what is kept nowhere', function (string $how, bool $isTaken, string $photo, string $book) {
    $hash = hash('sha256', $this->photo);
    $this->harbour->dying('~^update .operations.~i', 1, 'save', ['--move', 'photo.png=stills/photo.png', '--move', 'arm.svg=parts/arm.svg']);
    expect($this->harbour->read('stills/photo.png'))->toBe($this->photo)->and(app(DiskContentStore::class)->has($hash))->toBeFalse();
    // Another program writes into a file of the same operation before it is recovered, and gives the old name to another one.
    $this->harbour->put('book.md', 'by another program');
    $isTaken && $this->harbour->put('photo.png', 'another photo');
    $this->harbour->command('recover');
    $entry = Operation::query()->where('workspace_id', $this->harbour->workspace->id)->latest('number')->firstOrFail();
    // What can just be named anew is not kept now either.
    expect($entry->state)->toBe(Operation::NEEDS_PERSON)->and(app(DiskContentStore::class)->has($hash))->toBe($isTaken);
    api('POST', "logbook/{$entry->id}/settle", ['how' => $how])->assertSuccessful();
    expect($this->harbour->read($photo))->toBe($this->photo)->and($this->harbour->read('book.md'))->toStartWith($book);
})->with([
    ['finish', false, 'stills/photo.png', '![arm](parts/arm.svg)'], ['back', false, 'photo.png', '![arm](arm.svg)'], ['keep', false, 'stills/photo.png', 'by another program'],
    ['finish', true, 'stills/photo.png', '![arm](parts/arm.svg)'], ['back', true, 'photo.png', '![arm](arm.svg)'],
]);

it('brings what was deleted or discarded back to its place on every quay', function () {
    $ids = array_map(fn (string $path): string => $this->harbour->document($path)->id, ['far.md', 'photo.png', 'book.md']);
    $ida = $this->harbour->member('Ida');
    (new Quay($this->harbour->workspace, $this->harbour->owner))->open($ids);
    (new Quay($this->harbour->workspace, $ida))->open([$ids[1]]);
    $new = $this->harbour->draft('new.md', "# New\n")->id;
    $shown = fn (?User $as = null): array => array_column(api('GET', 'quay', as: $as)->assertOk()->json('rows'), 'id');
    expect($shown())->toBe([...$ids, $new])->and($shown($ida))->toBe([$ids[1]]);

    $entry = ($this->save)([['document' => $ids[1], 'kind' => 'delete'], ['document' => $new, 'kind' => 'discard']])->assertOk()->json('id');
    expect($shown())->toBe([$ids[0], $ids[2]])->and($shown($ida))->toBe([]);
    api('POST', "logbook/{$entry}/undo", ['fingerprint' => api('GET', "logbook/{$entry}/undo")->json('fingerprint')])->assertOk();
    expect($shown())->toBe([...$ids, $new])->and($shown($ida))->toBe([$ids[1]]);
});

it('moves nothing that another program has changed or taken away since', function () {
    $decisions = ($this->moving)('photo.png', 'stills/photo.png');
    $this->harbour->put('photo.png', 'another photo');
    $plan = api('POST', 'plan', ['decisions' => $decisions])->assertOk()->json();
    expect($plan['blockers'][0]['message'])->toStartWith('Its file was changed outside of Hafenbuch since it was last read')
        ->and(array_column($plan['blockers'][0]['waysOut'], 'kind'))->toBe(['rescan', 'leave']);
    ($this->save)($decisions)->assertStatus(422);
    expect($this->harbour->read('photo.png'))->toBe('another photo')->and($this->harbour->read('stills/photo.png'))->toBeNull();

    unlink("{$this->harbour->root}/photo.png");
    expect(api('POST', 'plan', ['decisions' => $decisions])->json('blockers.0.message'))->toStartWith('Its file is gone since it was last read, so there is nothing to move.');
});

it('says that what a saved document points at is gone', function () {
    $this->harbour->draft('book.md', "![arm](arm.svg) more\n");
    unlink("{$this->harbour->root}/arm.svg");
    $plan = api('POST', 'plan', ['decisions' => [['document' => $this->harbour->document('book.md')->id, 'kind' => 'save']]])->assertOk()->json();
    expect($plan['warnings'])->toHaveCount(1)->and($plan['warnings'][0]['message'])->toBe('It points at arm.svg, whose file is gone.');
});

it('keeps nobody’s edit of a document that was discarded meanwhile', function () {
    $new = $this->harbour->draft('new.md', "# New\n");
    ($this->save)([['document' => $new->id, 'kind' => 'discard']])->assertOk();
    expect(fn () => app(DraftDesk::class)->write($new, "# Late\n", $this->harbour->owner, null))->toThrow(Refused::class, 'new.md was discarded meanwhile. Take that back in the logbook first.');
});

it('passes over names that are no UTF-8, and says which', function () {
    file_put_contents("{$this->harbour->root}/caf\xe9.md", '# Cafe');
    $scan = $this->harbour->scan();
    expect($scan->message)->toContain('caf?.md: Its name is not valid UTF-8, or too long.')->and($scan->state)->toBe(Scan::DONE)
        ->and(Document::query()->where('workspace_id', $this->harbour->workspace->id)->count())->toBe(4);
});

it('asks for a scan again where one has died, and not while one is under way', function () {
    Queue::fake();
    $first = ScanWorkspace::request($this->harbour->workspace);
    expect(ScanWorkspace::request($this->harbour->workspace)->id)->toBe($first->id);
    $first->update(['state' => Scan::RUNNING]);
    $this->travel(4)->minutes();
    expect(ScanWorkspace::request($this->harbour->workspace)->id)->toBe($first->id);
    $this->travel(2)->minutes();
    expect(ScanWorkspace::request($this->harbour->workspace)->id)->not->toBe($first->id);
    Queue::assertPushed(ScanWorkspace::class, 2);
});

it('watches on while a scan waits, and scans large folders less often', function () {
    Queue::fake();
    Scan::latestOf($this->harbour->workspace)?->update(['seconds' => 10]);
    foreach ([[31, 0], [150, 0], [30, 1], [31, 1]] as [$seconds, $pushed]) {
        $this->travel($seconds)->seconds();
        $this->artisan('hafenbuch:watch', ['--once' => true])->assertSuccessful();
        expect(Scan::query()->where('workspace_id', $this->harbour->workspace->id)->where('state', Scan::QUEUED)->count())->toBe($pushed);
    }
});

it('says why a scan in the queue has failed', function () {
    $scan = Scanner::queue($this->harbour->workspace);
    (new ScanWorkspace($scan->id))->failed(new RuntimeException('The disk does not answer.'));
    expect(api('GET', 'scan')->json())->toMatchArray(['state' => 'failed', 'message' => 'The disk does not answer.']);
});

it('keeps each document’s steps and versions within what was agreed on, each hour', function () {
    changeSettings(['steps' => 100])->assertOk();
    for ($n = 0; $n < 130; $n++) {
        $this->harbour->draft('far.md', "# Far {$n}\n");
    }
    $this->harbour->saveAll();
    $document = $this->harbour->document('far.md');
    $care = app(HourlyUpkeep::class);
    $care->of($this->harbour->workspace->refresh());
    expect(DraftStep::query()->where('document_id', $document->id)->count())->toBe(100)->and($this->harbour->workingText('far.md'))->toBe("# Far 129\n");

    // What nobody refers to any more leaves the store, some time after it was used last.
    $left = app(DiskContentStore::class)->putBytes("nobody’s {$this->own}");
    touch(Storage::disk('contents')->path(DiskContentStore::name($left)), time() - 90_000);
    $care->ofTheStore();
    expect(app(DiskContentStore::class)->has($left))->toBeFalse()->and($this->harbour->workingText('far.md'))->toBe("# Far 129\n");
});

it('compares long texts without the lines that are alike', function () {
    $lines = array_map(static fn (int $n): string => "line {$n}", range(1, 60));
    $this->harbour->draft('far.md', implode("\n", $lines));
    $this->harbour->saveAll();
    $lines[29] = 'another';
    $this->harbour->draft('far.md', implode("\n", $lines));
    $entry = $this->harbour->saveAll();
    $compared = api('GET', "logbook/{$entry->id}/lines/0")->assertOk()->json('lines');
    expect(array_column(array_filter($compared, static fn (array $line): bool => $line['kind'] === 'folded'), 'text'))->toBe(['26', '27'])
        ->and(array_column(array_filter($compared, static fn (array $line): bool => $line['kind'] !== 'folded' && $line['kind'] !== 'same'), 'text'))->toBe(['line 30', 'another']);
});
