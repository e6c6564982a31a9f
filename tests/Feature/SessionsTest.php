<?php

declare(strict_types=1);

use App\Drafts\DraftDesk;
use App\Models\Document;
use App\Models\KeptSession;
use App\Past\Store\Inventory;
use App\Quay\KeptDecisions;
use App\Quay\Quay;
use App\Workspace\Files\DiskContentStore;
use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => '# A', 'b.md' => '# B', 'sub/c.md' => '# C', 'd.md' => '# D', 'e.md' => '# E']);
    $this->actingAs($this->harbour->owner);
    $this->quay = new Quay($this->harbour->workspace, $this->harbour->owner);
    $this->show = fn (string ...$paths) => $this->quay->arrange(array_fill_keys(array_map(fn (string $path): string => $this->harbour->document($path)->id, $paths), false), true);
    $this->open = fn (): array => array_map(static fn (array $row): string => $row['path'].($row['held'] ? ' held' : ''), $this->harbour->command('quay', '--json')['json']);
    $this->session = fn (string $command, array $arguments = []): array => $this->harbour->command("session:{$command}", ['--json', '--as', $this->harbour->owner->email, ...$arguments]);
    $this->keep = fn (string $name, string ...$options): array => ($this->session)('keep', [$name, $this->harbour->workspace->name, ...$options])['json'];
    $this->does = fn (string $name, string ...$options): array => array_column(($this->session)('open', [$name, ...$options])['json']['lines'], 'does', 'path');
    $this->now = fn (string $name): array => array_column(($this->session)('show', [$name])['json'], 'now', 'path');
});

it('keeps what is open and opens it again, in its order and instead of something else', function () {
    $this->harbour->draft('b.md', '# B, worked on');
    ($this->show)('b.md', 'a.md', 'sub/c.md');
    $this->quay->close([$this->harbour->document('b.md')->id]);
    expect(($this->keep)('Guidebook', '--everything', '--note', 'before lunch'))->toBe(['session' => 'Guidebook', 'stage' => 1, 'documents' => 3, 'drafts' => 1]);
    ($this->show)('d.md', 'e.md');

    $opened = ($this->session)('open', ['Guidebook'])['json'];
    expect($opened['keptAs'])->toBe('before opening Guidebook')
        ->and(array_column($opened['lines'], 'does', 'path'))->toBe(['a.md' => 'opens', 'sub/c.md' => 'opens', 'b.md' => 'opens in the hold', 'd.md' => 'closes', 'e.md' => 'closes'])
        ->and(($this->open)())->toBe(['a.md', 'sub/c.md', 'b.md held']);

    ($this->session)('open', ['before opening Guidebook']);
    expect(($this->open)())->toBe(['d.md', 'e.md']);
});

it('adds a part of it to what is open', function () {
    ($this->show)('a.md', 'b.md', 'sub/c.md');
    ($this->keep)('Guidebook');
    ($this->show)('d.md', 'b.md');
    expect(($this->does)('Guidebook', '--add', '--only', 'sub/c.md', '--only', 'b.md'))->toBe(['b.md' => 'stays open', 'sub/c.md' => 'opens'])
        ->and(($this->open)())->toBe(['d.md', 'b.md', 'sub/c.md']);
});

it('changes nothing where it is opened as soon as it is kept', function () {
    $this->harbour->draft('b.md', '# B, worked on');
    ($this->show)('b.md', 'a.md');
    ($this->keep)('Guidebook', '--everything');
    expect(($this->session)('open', ['Guidebook'])['json'])->keptAs->toBeNull()
        ->and(KeptSession::query()->where('user_id', $this->harbour->owner->id)->count())->toBe(1)
        ->and(($this->open)())->toBe(['b.md', 'a.md']);
});

it('puts a draft on the screen again that was discarded meanwhile, with its steps', function () {
    $this->harbour->draft('a.md', '# A, first');
    $this->harbour->draft('a.md', '# A, second');
    $stood = $this->harbour->document('a.md')->step_id;
    ($this->keep)('Guidebook', '--everything');
    $this->harbour->command('discard', ['a.md']);
    expect(($this->now)('Guidebook'))->toBe(['a.md' => 'there'])
        ->and(($this->does)('Guidebook'))->toBe(['a.md' => 'opens and adds its draft'])
        ->and($this->harbour->workingText('a.md'))->toBe('# A, second')
        ->and($this->harbour->document('a.md')->step_id)->toBe($stood)
        ->and($this->harbour->read('a.md'))->toBe('# A');
});

it('keeps both drafts where there is another one now, and takes the one that is chosen', function () {
    $this->harbour->draft('a.md', '# A, of the session');
    ($this->keep)('Guidebook', '--everything');
    $this->harbour->draft('a.md', '# A, of now');
    expect(($this->now)('Guidebook'))->toBe(['a.md' => 'has another draft'])
        ->and(($this->does)('Guidebook'))->toBe(['a.md' => 'opens and keeps the draft of now'])
        ->and($this->harbour->workingText('a.md'))->toBe('# A, of now');
    $id = $this->harbour->document('a.md')->id;
    $points = api('GET', "documents/{$id}/points")->json();
    expect(array_column($points, 'reason'))->toContain('from a session');

    expect(($this->does)('Guidebook', '--take', 'a.md=session'))->toBe(['a.md' => 'opens and takes the draft of the session'])
        ->and($this->harbour->workingText('a.md'))->toBe('# A, of the session');
    $points = api('GET', "documents/{$id}/points")->json();
    $before = collect($points)->firstWhere('reason', 'before opening');
    expect(api('GET', "documents/{$id}/contents/point-{$before['id']}")->streamedContent())->toBe('# A, of now');
});

it('says what has become of each document', function () {
    foreach (['a.md', 'b.md', 'sub/c.md', 'd.md', 'e.md'] as $path) {
        $this->harbour->draft($path, "# {$path}");
    }
    $this->harbour->saveAll();
    ($this->show)('a.md', 'b.md', 'sub/c.md', 'd.md', 'e.md');
    ($this->keep)('All', '--everything');
    $this->harbour->command('save', ['--move', 'a.md=moved/a.md']);
    $this->harbour->put('b.md', '# changed by another program');
    rename($this->harbour->root.'/sub/c.md', $this->harbour->root.'/c-elsewhere.md');
    unlink($this->harbour->root.'/d.md');
    $this->harbour->scan();

    expect(($this->now)('All'))->toBe(['a.md' => 'moved', 'b.md' => 'changed', 'sub/c.md' => 'moved', 'd.md' => 'gone', 'e.md' => 'there']);
    $lines = ($this->session)('open', ['All', '--plan'])['json']['lines'];
    expect(array_column($lines, 'path'))->toContain('moved/a.md', 'c-elsewhere.md')
        ->and(array_column($lines, 'reason', 'path')['d.md'])->toBe('it is gone; its version 1 can be brought back');

    ($this->session)('open', ['All', '--take', 'd.md=version']);
    expect($this->harbour->workingText('d.md'))->toBe('# d.md')
        ->and($this->harbour->read('d.md'))->toBeNull();
});

it('goes on keeping drafts that nothing else keeps, and frees them when it is deleted', function () {
    $contents = app(DiskContentStore::class);
    $text = '# New, never saved '.random_int(0, PHP_INT_MAX);
    $new = app(DraftDesk::class)->begin($this->harbour->workspace, 'new.md', $text, $this->harbour->owner);
    ($this->show)('a.md');
    $this->quay->open([$new->id]);
    ($this->keep)('Guidebook', '--everything');
    $hash = hash('sha256', $text);
    $this->harbour->command('discard', ['new.md']);
    DB::table('operations')->where('workspace_id', $this->harbour->workspace->id)->delete();
    DB::table('draft_steps')->where('document_id', $new->id)->delete();
    app(Inventory::class)->sweep(-1);
    expect($contents->has($hash))->toBeTrue()
        ->and(($this->does)('Guidebook'))->toMatchArray(['new.md' => 'makes it anew'])
        ->and($this->harbour->workingText('new.md'))->toBe($text);

    $again = Document::at($this->harbour->workspace, 'new.md');
    DB::table('documents')->where('id', $again->id)->delete();
    foreach (KeptSession::query()->where('user_id', $this->harbour->owner->id)->pluck('name') as $name) {
        ($this->session)('delete', [$name]);
    }
    app(Inventory::class)->sweep(-1);
    expect($contents->has($hash))->toBeFalse();
});

it('puts away: keeps and clears in one act', function () {
    $this->harbour->draft('a.md', '# A, worked on');
    ($this->show)('a.md', 'b.md');
    ($this->keep)('Everything', '--everything', '--put-away');
    expect(($this->open)())->toBe([])
        ->and($this->harbour->workingText('a.md'))->toBe('# A, worked on');
    ($this->show)('a.md', 'b.md');
    ($this->keep)('The list', '--put-away');
    expect(($this->open)())->toBe(['a.md held']);
});

it('keeps decisions, and brings them back only where nothing was decided since', function () {
    $a = $this->harbour->draft('a.md', '# A, worked on');
    $b = $this->harbour->draft('b.md', '# B, worked on');
    $decisions = new KeptDecisions($this->harbour->workspace, $this->harbour->owner);
    $decisions->change([$a->id => ['kind' => 'save'], $b->id => ['kind' => 'save']]);
    ($this->keep)('Guidebook', '--everything', '--put-away');
    expect($decisions->all())->toBe([]);
    $decisions->change([$b->id => ['kind' => 'discard']]);
    ($this->session)('open', ['Guidebook', '--add']);
    expect(array_column($decisions->all(), 'kind', 'document'))->toEqualCanonicalizing([$a->id => 'save', $b->id => 'discard']);
});

it('makes stages, keeps as many as the person says, and compares them', function () {
    ($this->show)('a.md');
    App\Quay\Preferences::change($this->harbour->owner, ['stages' => 2]);
    ($this->keep)('Guidebook');
    ($this->show)('a.md', 'b.md');
    expect(($this->keep)('Guidebook')['stage'])->toBe(2);
    ($this->show)('b.md');
    expect(($this->keep)('Guidebook')['stage'])->toBe(3)
        ->and(($this->session)('compare', ['Guidebook', 'Guidebook', '--stage', '2'])['json'])->toBe([['path' => 'a.md', 'differs' => 'only in the first']])
        ->and(($this->session)('show', ['Guidebook', '--stage', '1'])['code'])->toBe(1)
        ->and(($this->session)('keep', ['Guidebook', $this->harbour->workspace->name, '--new'])['err'])->toContain('already');
});

it('finds every document again, where all of them were moved, here or by another program', function () {
    $this->harbour->draft('sub/c.md', '# C, worked on');
    ($this->show)('a.md', 'b.md', 'sub/c.md', 'd.md', 'e.md');
    ($this->keep)('All', '--everything', '--put-away');
    $this->harbour->command('save', ['--move', 'a.md=deep/one.md', '--move', 'b.md=deep/two.md', '--move', 'sub=elsewhere']);
    mkdir($this->harbour->root.'/outside');
    foreach (['d.md', 'e.md'] as $path) {
        rename("{$this->harbour->root}/{$path}", "{$this->harbour->root}/outside/{$path}");
    }
    $this->harbour->scan();
    expect(array_unique(array_values(($this->now)('All'))))->toBe(['moved']);
    ($this->session)('open', ['All']);
    expect(($this->open)())->toBe(['deep/one.md', 'deep/two.md', 'elsewhere/c.md', 'outside/d.md', 'outside/e.md'])
        ->and($this->harbour->workingText('elsewhere/c.md'))->toBe('# C, worked on');
});

it('refuses what it cannot do, with what and the way out', function () {
    ($this->show)('a.md');
    ($this->keep)('Guidebook');
    $refused = fn (string $command, array $arguments): string => tap(($this->session)($command, $arguments), fn (array $answer) => expect($answer['code'])->toBe(1))['err'];
    expect($refused('open', ['Nowhere']))->toContain('session:list')
        ->and($refused('open', ['Guidebook', '--only', 'x.md']))->toContain('session:show')
        ->and($refused('keep', ['', $this->harbour->workspace->name]))->toContain('1 to 120 characters')
        ->and($refused('keep', ['G', 'No such workspace']))->toContain('workspace:add')
        ->and($refused('import', ['/nowhere.zip']))->toContain('cannot be read')
        ->and(($this->session)('open', ['Guidebook', '--take', 'a.md=maybe'])['code'])->toBe(2)
        ->and(($this->session)('show', ['Guidebook', '--stage', 'x'])['code'])->toBe(2);
    ($this->show)();
    expect($refused('keep', ['Empty', $this->harbour->workspace->name]))->toContain('Nothing is open');
});

it('shows, opens and closes by the command line, in order', function () {
    $rows = $this->harbour->command('quay', ['--open', 'b.md', '--open', 'a.md', '--json'])['json'];
    expect($rows)->toBe([['path' => 'b.md', 'content' => 'as saved', 'held' => false], ['path' => 'a.md', 'content' => 'as saved', 'held' => false]]);
    $this->harbour->draft('a.md', '# A, worked on');
    expect($this->harbour->command('quay', ['--close', 'a.md', '--close', 'b.md', '--json'])['json'])->toBe([['path' => 'a.md', 'content' => 'modified', 'held' => true]]);
});

it('tells how far a large session is, and opens nothing where it is stopped', function () {
    $paths = array_map(static fn (int $n): string => "many/{$n}.md", range(1, 130));
    foreach ($paths as $path) {
        $this->harbour->put($path, "# {$path}");
    }
    $this->harbour->scan();
    foreach ($paths as $path) {
        $this->harbour->draft($path, "# {$path}, worked on");
    }
    ($this->keep)('Many', '--everything');
    foreach ($paths as $path) {
        DB::transaction(fn () => app(DraftDesk::class)->discard($this->harbour->document($path), $this->harbour->owner));
    }
    ($this->show)('a.md');
    $id = KeptSession::query()->where('user_id', $this->harbour->owner->id)->sole()->id;
    // Asked from beside, in the middle of it.
    $seen = null;
    DB::listen(function ($query) use (&$seen): void {
        if ($seen === null && str_starts_with($query->sql, 'insert into `drafts`')) {
            $seen = Illuminate\Support\Facades\Cache::store('beside')->get('progress:'.App\Support\SharedProgress::ofPerson($this->harbour->owner->id));
            Illuminate\Support\Facades\Cache::store('beside')->put("stop:{$seen['operation']}", true, 60);
            usleep(300_000); // As long as between two looks.
        }
    });
    $this->postJson("/api/sessions/{$id}/open", ['way' => 'instead'])->assertStatus(422)->assertJsonPath('detail', 'Stopped. Nothing was opened, and what is open stays.');
    expect($seen)->toMatchArray(['done' => 0, 'of' => 130])->and(($this->open)())->toBe(['a.md'])->and($this->harbour->document('many/1.md')->draft)->toBeNull();
    $this->getJson('/api/sessions/progress')->assertOk()->assertJsonPath('operation', null);
});

it('closes what the plan says, also where nothing of the session is there any more', function () {
    ($this->show)('a.md');
    ($this->keep)('Gone');
    ($this->show)('b.md');
    $this->harbour->command('save', ['--delete', 'a.md', '--accept-strays']);
    DB::table('versions')->where('document_id', DB::table('documents')->where('workspace_id', $this->harbour->workspace->id)->where('path', 'a.md')->value('id'))->delete();
    $opened = ($this->session)('open', ['Gone'])['json'];
    expect(array_column($opened['lines'], 'does', 'path'))->toBe(['a.md' => 'leaves', 'b.md' => 'closes'])
        ->and($opened['keptAs'])->toBe('before opening Gone')->and(($this->open)())->toBe([]);
});
