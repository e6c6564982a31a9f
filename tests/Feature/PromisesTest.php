<?php

declare(strict_types=1);

use App\Drafts\Locks;
use App\Models\Operation;
use App\Quay\Quay;
use App\Saving\Execution;
use App\Saving\PlanBlocked;
use App\Saving\Planning;
use App\Saving\Undoing;
use App\Support\SharedProgress;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Index\SnapshotReader;
use App\Workspace\Pulse;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Rewriter;
use Hafenbuch\Core\Plan\ContentMaker;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Plan;
use Hafenbuch\Core\Plan\Planner;
use Hafenbuch\Core\Plan\Warning;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Write\Stopped;
use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

const EMPTY_DRAWING = '<svg xmlns="http://www.w3.org/2000/svg"/>';

/** @return list<string> */
function warned(Plan $plan): array
{
    return array_map(static fn (Warning $warning): string => "{$warning->path}: {$warning->message}", $plan->warnings);
}

it('warns that what comes back points at what was deleted since', function () {
    $harbour = new Harbour(['book.md' => "# Book\n\n![arm](arm.svg)\n", 'arm.svg' => EMPTY_DRAWING]);
    $harbour->draft('book.md', "# Book\n");
    $entry = $harbour->saveAll();
    app(Execution::class)->save($harbour->workspace, $harbour->owner, [$harbour->document('arm.svg')->id => Decision::delete()], null, null, Operation::DELETE);
    $plan = app(Undoing::class)->plan($harbour->workspace, $harbour->owner, $entry->refresh());
    expect(warned($plan))->toBe(['book.md: It will point at arm.svg again, which does not exist now: a stray. Bring that back first, or point it elsewhere afterwards.']);
});

it('warns of no reference of referrers that was as it is before, sound or not, when files move', function () {
    $files = ['arm.svg' => EMPTY_DRAWING, 'drum.svg' => EMPTY_DRAWING, 'pen.svg' => EMPTY_DRAWING];
    for ($n = 0; $n < 12; $n++) {
        $files["pages/{$n}.md"] = '![arm](../arm.svg) ![drum](../drum.svg) [next]('.(($n + 1) % 12).".md)\n";
    }
    $files['pages/broken.md'] = "![arm](../arm.svg) ![gone](../gone.svg)\n";
    $harbour = new Harbour($files);
    $harbour->draft('pages/3.md', "![arm](../arm.svg) ![pen](../pen.svg)\n");
    $plan = app(Planning::class)->plan($harbour->workspace, $harbour->owner, [$harbour->document('arm.svg')->id => Decision::move('parts/arm.svg')]);
    expect($plan->lines)->not->toBe([])->and(warned($plan))->toBe([]);
});

it('reads nothing of what else followers point at, and says nothing of it', function () {
    $files = ['arm.svg' => EMPTY_DRAWING, 'gone.svg' => EMPTY_DRAWING];
    for ($n = 0; $n < 20; $n++) {
        $files["far/{$n}.svg"] = EMPTY_DRAWING;
        $files["pages/{$n}.md"] = "![arm](../arm.svg) ![far](../far/{$n}.svg) ![gone](../gone.svg)\n";
    }
    $harbour = new Harbour($files);
    unlink("{$harbour->root}/gone.svg");
    unlink("{$harbour->root}/far/7.svg");
    $id = $harbour->document('arm.svg')->id;
    $snapshot = app(SnapshotReader::class)->around($harbour->workspace, [$id], $harbour->owner, ['parts/arm.svg']);
    expect(array_filter(array_column($snapshot->documents, 'path'), static fn (string $path): bool => ! str_starts_with($path, 'pages/')))->toEqualCanonicalizing(['arm.svg']);
    $plan = app(Planning::class)->plan($harbour->workspace, $harbour->owner, [$id => Decision::move('parts/arm.svg')]);
    expect($plan->lines)->toHaveCount(22)->and(warned($plan))->toBe([]);
});

it('gives the same plan of a move, a save as and a copy whether it reads parts or everything', function () {
    $files = ['far/away.md' => "# Away\n", 'far/other.md' => "[away](away.md)\n", 'gone.md' => "# Gone\n"];
    for ($n = 0; $n < 60; $n++) {
        $files["d{$n}.md"] = '[a](d'.(($n * 7 + 3) % 60).'.md) [b](d'.(($n * 11 + 5) % 60).'.md) [c]('.['none.md', 'gone.md', 'fresh.md', 'far/away.md'][$n % 4].")\n";
    }
    $harbour = new Harbour($files);
    $harbour->draft('fresh.md', "# Not saved yet\n");
    unlink("{$harbour->root}/gone.md");
    foreach ([4, 9, 31] as $n) {
        $harbour->draft("d{$n}.md", "[c](d{$n}.md) [d](far/other.md)\n");
    }
    $reader = app(SnapshotReader::class);
    $maker = static fn (): ContentMaker => new ContentMaker(new App\Saving\WorkspaceContents($harbour->workspace, app(DiskContentStore::class)), new Rewriter(FormatRegistry::standard(), new Resolver($harbour->workspace->root)));
    $id = static fn (string $path): string => $harbour->document($path)->id;
    $moves = [];
    for ($round = 0; $round < 12; $round++) {
        $some = (array) array_rand(array_diff_key($files, ['gone.md' => true]), mt_rand(2, 4));
        $moves[] = array_combine(array_map($id, $some), array_map(static fn (string $path): Decision => Decision::move("moved/{$round}/".basename($path)), $some));
    }
    foreach ([
        ...$moves,
        [$id('d5.md') => Decision::move('moved/d5.md')],
        [$id('far/away.md') => Decision::move('near.md')],
        [$id('d4.md') => Decision::saveAs('d4-2.md', [$id('d9.md')])],
        [$id('d31.md') => Decision::copy('copy.md')],
        [$id('d7.md') => Decision::delete(['d1.md'])],
    ] as $decisions) {
        $paths = array_values(array_filter(array_map(static fn (Decision $decision): ?string => $decision->path, $decisions)));
        $ids = array_merge(array_keys($decisions), ...array_values(array_map(static fn (Decision $decision): array => $decision->followers, $decisions)));
        $part = (new Planner)->plan($reader->around($harbour->workspace, $ids, $harbour->owner, $paths), $decisions, $maker());
        $all = (new Planner)->plan($reader->whole($harbour->workspace, $harbour->owner, $paths), $decisions, $maker());
        // In a ring any can be first.
        expect([$part->blockers, $part->contents])->toEqual([$all->blockers, $all->contents])->and($part->lines)->toEqualCanonicalizing($all->lines)->and($part->warnings)->toEqualCanonicalizing($all->warnings);
    }
});

it('proposes a name that nothing has, not even a file that it does not know', function () {
    $harbour = new Harbour(['arm.svg' => EMPTY_DRAWING, 'arm-2.svg' => EMPTY_DRAWING, 'arm-3.SVG' => 'x', 'book.md' => '# Book']);
    $harbour->put('arm-4.svg', 'unknown yet');
    $harbour->draft('arm-5.svg', EMPTY_DRAWING);
    $plan = app(Planning::class)->plan($harbour->workspace, $harbour->owner, [$harbour->document('book.md')->id => Decision::copy('arm.svg')]);
    $ways = array_column($plan->blockers[0]->waysOut, 'value', 'label');
    expect($ways)->toHaveKey('Call it arm-6.svg');
    // A new document whose own path was taken meanwhile.
    $new = $harbour->draft('arm-7.svg', EMPTY_DRAWING);
    $harbour->put('arm-7.svg', 'by another program');
    $harbour->put('arm-7-2.svg', 'by another program');
    $plan = app(Planning::class)->plan($harbour->workspace, $harbour->owner, [$new->id => Decision::save()]);
    expect($plan->blockers[0]->waysOut[0]->value)->toBe('arm-7-3.svg');
});

it('stops only the operation that was meant', function () {
    $harbour = new Harbour;
    [$first, $second] = [bin2hex(random_bytes(8)), bin2hex(random_bytes(8))];
    $one = new SharedProgress((string) $harbour->workspace->id, $first);
    $one->step(0, 9);
    expect(SharedProgress::now((string) $harbour->workspace->id))->toBe(['operation' => $first, 'done' => 0, 'of' => 9]);
    $one->end();
    SharedProgress::stop($first); // Too late.
    (new SharedProgress((string) $harbour->workspace->id, $second))->step(1, 9);
    expect(fn () => (new SharedProgress((string) $harbour->workspace->id, $first))->step(1, 9))->toThrow(Stopped::class);
});

it('shows nothing of a file outside, however its name came to lead there', function () {
    $harbour = new Harbour(['a.md' => "# A\n", 'folder/b.md' => "# B\n"]);
    $secret = dirname($harbour->root).'/secret-'.bin2hex(random_bytes(4));
    mkdir($secret);
    file_put_contents("{$secret}/b.md", 'the secret');
    [$a, $b] = [$harbour->document('a.md')->id, $harbour->document('folder/b.md')->id];
    unlink("{$harbour->root}/a.md");
    symlink("{$secret}/b.md", "{$harbour->root}/a.md");
    unlink("{$harbour->root}/folder/b.md");
    rmdir("{$harbour->root}/folder");
    symlink($secret, "{$harbour->root}/folder");
    $this->actingAs($harbour->owner);
    foreach ([$a, $b] as $id) {
        foreach (['content', 'file', 'contents/file', ''] as $what) {
            $answer = $this->get($harbour->api("/documents/{$id}/{$what}"));
            $response = $answer->baseResponse;
            $body = $response instanceof Symfony\Component\HttpFoundation\BinaryFileResponse ? (string) $response->getFile()->getContent() : (string) $response->getContent();
            expect($body)->not->toContain('the secret')->and($response->getStatusCode())->toBeLessThan(500);
        }
    }
});

it('writes over no read-only file and no link, whatever was accepted, and over nothing that someone has locked', function () {
    $harbour = new Harbour(['a.md' => "# A\n", 'fixed.md' => "# Fixed\n", 'locked.md' => "# Locked\n", 'real.md' => "# Real\n"]);
    symlink('real.md', "{$harbour->root}/link.md");
    chmod("{$harbour->root}/fixed.md", 0o444);
    $harbour->scan();
    Locks::take($harbour->document('locked.md'), $harbour->member('Ida'));
    foreach (['fixed.md' => 'read-only', 'link.md' => 'There is a file here already', 'locked.md' => 'Ida has locked'] as $path => $message) {
        $decision = Decision::copy($path, over: hash_file('sha256', "{$harbour->root}/{$path}"));
        expect(fn () => app(Execution::class)->save($harbour->workspace, $harbour->owner, [$harbour->document('a.md')->id => $decision], null, null))->toThrow(PlanBlocked::class, $message);
    }
    $plan = app(Planning::class)->plan($harbour->workspace, $harbour->owner, [$harbour->document('a.md')->id => Decision::copy('real.md', over: hash('sha256', "# Real\n"))]);
    expect($plan->blockers)->toBe([])->and(warned($plan))->toBe(['real.md: The document that is there now is replaced. It is kept as a version, and taking the entry back brings it back.']);
});

it('drops and changes no draft of a document that someone else has locked', function () {
    $harbour = new Harbour(['book.md' => "[arm](arm.svg)\n", 'arm.svg' => EMPTY_DRAWING]);
    $ida = $harbour->member('Ida');
    $harbour->draft('book.md', "[arm](arm.svg) more\n");
    Locks::take($harbour->document('book.md'), $ida);
    $id = $harbour->document('book.md')->id;
    foreach ([[$id => Decision::discard()], [$harbour->document('arm.svg')->id => Decision::move('parts/arm.svg')], [$harbour->document('arm.svg')->id => Decision::saveAs('arm-2.svg', [$id])]] as $decisions) {
        $plan = app(Planning::class)->plan($harbour->workspace, $harbour->owner, $decisions);
        expect($plan->blockers)->not->toBe([])->and($plan->blockers[0]->message)->toContain('Ida has locked it');
    }
    expect(app(Planning::class)->plan($harbour->workspace, $ida, [$id => Decision::discard()])->blockers)->toBe([]);
});

it('keeps a draft that a save as makes where someone finds it', function () {
    $harbour = new Harbour(['book.md' => "[arm](arm.svg)\n", 'arm.svg' => EMPTY_DRAWING]);
    $quay = new Quay($harbour->workspace, $harbour->owner);
    expect($harbour->command('save', ['--save-as', 'arm.svg=arm-2.svg', '--follow', 'everyone'])['code'])->toBe(0)
        ->and($quay->inHold())->toBe([$harbour->document('book.md')->id]);
    $saved = $harbour->command('save', ['--everything', '--json']);
    expect($saved['code'])->toBe(0)->and(array_column($saved['json']['lines'], 'path'))->toBe(['book.md'])->and($harbour->read('book.md'))->toBe("[arm](arm-2.svg)\n");
});

it('takes no draft back to where its document is not any more', function () {
    $harbour = new Harbour(['book.md' => "[arm](arm.svg)\n", 'arm.svg' => EMPTY_DRAWING]);
    $book = $harbour->document('book.md');
    $follow = app(Execution::class)->save($harbour->workspace, $harbour->owner, [$harbour->document('arm.svg')->id => Decision::saveAs('arm-2.svg', [$book->id])], null, null);
    $move = app(Execution::class)->save($harbour->workspace, $harbour->owner, [$book->id => Decision::move('deep/book.md')], null, null, Operation::MOVE);
    $plan = app(Undoing::class)->plan($harbour->workspace, $harbour->owner, $follow?->refresh());
    expect($plan->isBlocked())->toBeTrue()->and($plan->blockers[0]->message)->toBe('It is at deep/book.md by now. Take back the later entry first.');
    foreach ([$move, $follow] as $entry) {
        app(Undoing::class)->undo($harbour->workspace, $harbour->owner, $entry->refresh(), null);
    }
    expect($harbour->document('book.md')->file_key)->toBe($harbour->document('book.md')->path_key)
        ->and($harbour->workingText('book.md'))->toBe("[arm](arm.svg)\n");
});

it('takes nothing back whose former draft is not kept any more', function () {
    $harbour = new Harbour(['book.md' => "# Book\n"]);
    $text = '# Lost '.bin2hex(random_bytes(8));
    $harbour->draft('book.md', $text);
    $entry = app(Execution::class)->save($harbour->workspace, $harbour->owner, [$harbour->document('book.md')->id => Decision::discard()], null, null);
    unlink(app(DiskContentStore::class)->file(hash('sha256', $text)));
    $undo = $harbour->command('undo', [(string) $entry?->number]);
    expect($undo['code'])->toBe(1)->and($undo['err'])->toContain('is not kept')
        ->and(Operation::query()->where('workspace_id', $harbour->workspace->id)->whereIn('state', Operation::UNFINISHED)->exists())->toBeFalse();
});

it('finds a file whose name is left out where something refers to it', function () {
    $harbour = new Harbour(['book.md' => "![arm](.parts/arm.svg) ![gone](.parts/gone.svg)\n", '.parts/arm.svg' => EMPTY_DRAWING, '.parts/other.svg' => EMPTY_DRAWING]);
    $references = $harbour->command('references', ['book.md', '--json'])['json'];
    expect(array_column($references, 'state', 'raw'))->toBe(['.parts/arm.svg' => 'document', '.parts/gone.svg' => 'stray']);
    $harbour->put('.parts/arm.svg', '<svg xmlns="http://www.w3.org/2000/svg"><title>Arm</title></svg>');
    $harbour->scan();
    expect($harbour->document('.parts/arm.svg')->title)->toBe('Arm')->and($harbour->document('.parts/arm.svg')->is_gone)->toBeFalse();
    $harbour->put('book.md', "# Nothing\n");
    $harbour->scan();
    expect($harbour->document('.parts/arm.svg')->is_gone)->toBeTrue();
});

it('tells what was changed after it is committed, in the order of the commits, and to a page that slept', function () {
    $harbour = new Harbour(['a.md' => "# A\n"]);
    $at = Pulse::last($harbour->workspace);
    DB::transaction(function () use ($harbour, $at): void {
        Pulse::changed($harbour->workspace, ['one'], Pulse::QUAY);
        expect(Pulse::last($harbour->workspace))->toBe($at);
    });
    expect(Pulse::since($harbour->workspace, $at))->toBe(['last' => $at + 2, 'topics' => ['documents', 'quay'], 'documents' => ['one'], 'edits' => [], 'states' => []]);
    Pulse::changed($harbour->workspace, ['two', 'one']);
    Pulse::tell($harbour->workspace, Pulse::LOGBOOK);
    expect(Pulse::since($harbour->workspace, $at + 2))->toBe(['last' => $at + 4, 'topics' => ['documents', 'logbook'], 'documents' => ['two', 'one'], 'edits' => [], 'states' => []])
        ->and(Pulse::since($harbour->workspace, $at + 4))->toBe(['last' => $at + 4, 'topics' => [], 'documents' => [], 'edits' => [], 'states' => []]);
    DB::table('events')->where('workspace_id', $harbour->workspace->id)->update(['at' => now()->subHour()]);
    Pulse::prune();
    expect(Pulse::since($harbour->workspace, $at))->toBe(['last' => $at + 4, 'topics' => Pulse::TOPICS, 'documents' => null, 'edits' => [], 'states' => []]);
    try {
        DB::transaction(function () use ($harbour): void {
            Pulse::tell($harbour->workspace, Pulse::QUAY);

            throw new RuntimeException('taken back');
        });
    } catch (RuntimeException) {
        expect(Pulse::last($harbour->workspace))->toBe($at + 4);
    }
});

it('keeps what a file carries beside its content, in a save, a move and its undo', function () {
    $name = 'tide "gauge" \\ ü=.md';
    $harbour = new Harbour([$name => "# A\n", 'b.md' => "# B\n"]);
    $attribute = static fn (string $path): string => trim((string) shell_exec('getfattr --only-values -n user.note -- '.escapeshellarg("{$harbour->root}/{$path}").' 2>/dev/null'));
    exec('setfattr -n user.note -v '.escapeshellarg("checked\nby Ida").' -- '.escapeshellarg("{$harbour->root}/{$name}"), result_code: $code);
    if ($code !== 0) {
        $this->markTestSkipped('This file system has no extended attributes.');
    }
    $harbour->draft($name, "# A, changed\n");
    $harbour->draft('b.md', "# B, changed\n");
    $harbour->saveAll();
    expect($harbour->read($name))->toBe("# A, changed\n")->and($attribute($name))->toBe("checked\nby Ida")->and($attribute('b.md'))->toBe('');
    $entry = app(Execution::class)->save($harbour->workspace, $harbour->owner, [$harbour->document($name)->id => Decision::move('kept/a.md')], null, null, Operation::MOVE);
    expect($attribute('kept/a.md'))->toBe("checked\nby Ida");
    app(Undoing::class)->undo($harbour->workspace, $harbour->owner, $entry->refresh(), null);
    expect($attribute($name))->toBe("checked\nby Ida");
});

it('opens the workspace that a person was in last, not the one that was registered last', function () {
    $old = new Harbour;
    $new = new Harbour;
    $new->workspace->members()->attach($old->owner->id, ['role' => 'writer']);
    $this->actingAs($old->owner);
    $this->getJson($new->api('/pulse?visit='.strtolower((string) Illuminate\Support\Str::ulid())))->assertOk();
    DB::table('visits')->where('workspace_id', $new->workspace->id)->update(['seen_at' => now()->subDay()]);
    $this->getJson($old->api('/pulse?visit='.strtolower((string) Illuminate\Support\Str::ulid())))->assertOk();
    $times = array_column($this->getJson('/api/workspaces')->assertOk()->json(), 'visitedAt', 'slug');
    expect($times[$old->workspace->slug])->toBeGreaterThan($times[$new->workspace->slug]);
});

it('shows no name raw that would turn its letters round', function () {
    $harbour = new Harbour(["plan\u{202E}gvs.md" => "# Plan\n", 'b.md' => "# B\n"]);
    expect($harbour->command('status', ['--all'])['out'])->toContain('plan⟨U+202E⟩gvs.md')->not->toContain("\u{202E}")
        ->and(array_column($harbour->command('status', ['--all', '--json'])['json'], 'path'))->toContain("plan\u{202E}gvs.md");
    $this->harbour = $harbour;
    $this->actingAs($harbour->owner);
    expect(api('GET', 'names?path='.rawurlencode("x\u{2066}y.md"))->json('obstacle'))->toContain('U+2066');
});

it('says what the file system refused', function () {
    $full = fopen('/dev/full', 'wb');
    App\Workspace\Files\Trouble::forget();
    @fwrite($full, str_repeat('x', 20_000));
    expect(App\Workspace\Files\Trouble::writing($full))->toBe('no space is left on the disk');
    @file_get_contents('/proc/1/never-there');
    expect(App\Workspace\Files\Trouble::last())->toBe('it, or its folder, is not there')->and(App\Workspace\Files\Trouble::last())->toBe('the file system gave no reason');
});

it('says of the database what is the matter', function (string $said, string $words) {
    $failure = new PDOException($said);
    expect(App\Support\DatabaseTrouble::words($failure))->toContain($words);
})->with([
    ['SQLSTATE[HY000]: General error: 1114 The table is full', 'disk of the database is full'],
    ['SQLSTATE[HY000] [2002] Connection refused', 'does not answer'],
    ['SQLSTATE[40001]: Serialization failure: 1213 Deadlock found when trying to get lock', 'kept the database busy'],
    ['SQLSTATE[42S22]: Column not found: 1054', 'a fault of ours'],
]);
