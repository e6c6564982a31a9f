<?php

declare(strict_types=1);

use App\Models\Document;
use App\Models\Version;
use App\Workspace\WorkspaceLock;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => "# A\n\n[b](b.md)\n", 'b.md' => "# B\n", 'c.md' => "# C\n"]);
    $this->actingAs($this->harbour->owner);
    $this->decide = fn (array $kinds): array => array_map(
        fn (string $path, string|array $kind): array => ['document' => $this->harbour->document($path)->id] + (is_array($kind) ? $kind : ['kind' => $kind]),
        array_keys($kinds),
        $kinds,
    );
    $this->plan = fn (array $kinds) => $this->postJson($this->harbour->api('/plan'), ['decisions' => ($this->decide)($kinds)])->assertOk();
    $this->save = fn (array $kinds, ?string $fingerprint = null) => $this->postJson($this->harbour->api('/save'), [
        'decisions' => ($this->decide)($kinds), 'fingerprint' => $fingerprint ?? ($this->plan)($kinds)->json('fingerprint'), 'note' => 'a note',
    ]);
});

it('writes exactly what the plan showed', function () {
    $this->harbour->draft('a.md', "# A\n\n[b](b.md) [d](d/d.md)\n");
    $this->harbour->draft('b.md', '# B changed');
    $this->harbour->draft('d/d.md', '# D');
    $before = $this->harbour->hashes();
    $plan = ($this->plan)(['a.md' => 'save']);
    $plan->assertJsonPath('lines.0.path', 'd/d.md')->assertJsonPath('lines.0.reason', 'needed by a.md')->assertJsonPath('lines.1.path', 'a.md')->assertJsonPath('warnings.0.path', 'b.md');

    ($this->save)(['a.md' => 'save'], $plan->json('fingerprint'))->assertOk()->assertJson(['number' => 1, 'state' => 'done', 'note' => 'a note', 'person' => 'Mara']);

    expect(array_diff_assoc($this->harbour->hashes(), $before))->toEqual(array_column($plan->json('lines'), 'after', 'path'))
        ->and($this->harbour->document('a.md')->draft)->toBeNull()
        ->and($this->harbour->document('b.md')->draft)->not->toBeNull();
});

it('answers with both plans when something moved on', function () {
    $this->harbour->draft('a.md', '# first');
    $fingerprint = ($this->plan)(['a.md' => 'save'])->json('fingerprint');
    $this->harbour->draft('a.md', '# second');
    $answer = ($this->save)(['a.md' => 'save'], $fingerprint)->assertStatus(409);

    expect($answer->json('planned.lines.0.after'))->toBe(hash('sha256', '# first'))
        ->and($answer->json('now.lines.0.after'))->toBe(hash('sha256', '# second'))
        ->and($this->harbour->read('a.md'))->toBe("# A\n\n[b](b.md)\n");
});

it('notices a change on disk between plan and save', function () {
    $this->harbour->draft('a.md', '# mine');
    $fingerprint = ($this->plan)(['a.md' => 'save'])->json('fingerprint');
    $this->harbour->put('a.md', '# by another program');

    ($this->save)(['a.md' => 'save'], $fingerprint)->assertStatus(409)->assertJsonPath('now.blockers.0.waysOut.0.kind', 'save');
    expect($this->harbour->read('a.md'))->toBe('# by another program');
});

it('replaces a change from outside only when told so, and keeps it', function () {
    $this->harbour->draft('a.md', '# mine');
    $this->harbour->put('a.md', '# by another program');
    ($this->save)(['a.md' => 'save'])->assertStatus(422);
    $over = ($this->plan)(['a.md' => 'save'])->json('blockers.0.waysOut.0.value');
    ($this->save)(['a.md' => ['kind' => 'save', 'over' => $over]])->assertOk();

    expect($this->harbour->read('a.md'))->toBe('# mine')
        ->and(Version::query()->where('document_id', $this->harbour->document('a.md')->id)->orderBy('number')->pluck('hash', 'number')->all())
        ->toBe([0 => hash('sha256', '# by another program'), 1 => hash('sha256', '# mine')]);
});

it('makes a file that is gone again when told so', function () {
    $this->harbour->draft('c.md', '# C again');
    unlink($this->harbour->root.'/c.md');
    ($this->plan)(['c.md' => 'save'])->assertJsonPath('blockers.0.waysOut.0.value', 'gone');
    ($this->save)(['c.md' => ['kind' => 'save', 'over' => 'gone']])->assertOk();

    expect($this->harbour->read('c.md'))->toBe('# C again');
});

it('keeps a read-only file, and the permissions of others', function () {
    chmod($this->harbour->root.'/a.md', 0o444);
    chmod($this->harbour->root.'/b.md', 0o640);
    $this->harbour->draft('a.md', '# mine');
    $this->harbour->draft('b.md', '# B mine');
    ($this->save)(['a.md' => 'save', 'b.md' => 'save'])->assertStatus(422)->assertJsonPath('now.blockers.0.path', 'a.md');
    ($this->save)(['b.md' => 'save'])->assertOk();
    clearstatcache();

    expect(fileperms($this->harbour->root.'/b.md') & 0o777)->toBe(0o640)
        ->and($this->harbour->read('a.md'))->toBe("# A\n\n[b](b.md)\n");
});

it('does not write through a link that leads out', function () {
    $outside = sys_get_temp_dir().'/outside-'.bin2hex(random_bytes(4));
    mkdir($outside);
    symlink($outside, $this->harbour->root.'/link');
    $id = Document::query()->create(['workspace_id' => $this->harbour->workspace->id, ...Document::columns('link/x.md')])->id;

    $this->postJson($this->harbour->api('/plan'), ['decisions' => [['document' => $id, 'kind' => 'save']]])->assertJsonPath('blockers.0.path', 'link/x.md');
    $this->postJson($this->harbour->api('/documents'), ['path' => 'link/y.md', 'title' => 'y'])->assertStatus(422);
    expect(scandir($outside))->toBe(['.', '..']);
});

it('keeps versions, the content as found among them', function () {
    foreach (['one', 'two'] as $content) {
        $this->harbour->draft('b.md', $content);
        ($this->save)(['b.md' => 'save'])->assertOk();
    }

    expect(Version::query()->where('document_id', $this->harbour->document('b.md')->id)->orderBy('number')->pluck('hash', 'number')->all())
        ->toBe([0 => hash('sha256', "# B\n"), 1 => hash('sha256', 'one'), 2 => hash('sha256', 'two')]);
});

it('takes a save back, and takes that back', function () {
    $this->harbour->draft('a.md', '# A changed');
    $this->harbour->draft('new/n.md', '# N');
    $before = $this->harbour->hashes();
    ($this->save)(['a.md' => 'save', 'new/n.md' => 'save'])->assertOk();
    $after = $this->harbour->hashes();
    $undo = function (int $number): void {
        $entry = collect($this->getJson($this->harbour->api('/logbook'))->json())->firstWhere('number', $number)['id'];
        $plan = $this->getJson($this->harbour->api("/logbook/{$entry}/undo"))->assertOk()->assertJsonPath('blockers', []);
        $this->postJson($this->harbour->api("/logbook/{$entry}/undo"), ['fingerprint' => $plan->json('fingerprint')])->assertOk();
    };

    $undo(1);
    expect($this->harbour->hashes())->toBe($before)
        ->and(is_dir($this->harbour->root.'/new'))->toBeFalse()
        ->and($this->harbour->document('a.md')->draft?->hash)->toBe(hash('sha256', '# A changed'))
        ->and($this->harbour->document('new/n.md')->saved_hash)->toBeNull();
    $undo(2);
    expect($this->harbour->hashes())->toBe($after)
        ->and($this->harbour->document('a.md')->draft)->toBeNull()
        ->and($this->harbour->document('new/n.md')->draft)->toBeNull();
});

it('takes nothing back where a file has moved on', function () {
    $this->harbour->draft('a.md', '# A changed');
    $entry = ($this->save)(['a.md' => 'save'])->json('id');
    $this->harbour->put('a.md', '# later');
    $plan = $this->getJson($this->harbour->api("/logbook/{$entry}/undo"));
    $plan->assertJsonCount(1, 'blockers');

    $this->postJson($this->harbour->api("/logbook/{$entry}/undo"), ['fingerprint' => $plan->json('fingerprint')])->assertStatus(422);
    expect($this->harbour->read('a.md'))->toBe('# later');
});

it('discards a new document, and brings it back', function () {
    $this->harbour->draft('n.md', '# N');
    $entry = ($this->save)(['n.md' => 'discard'])->assertOk()->json('id');
    expect(Document::at($this->harbour->workspace, 'n.md'))->toBeNull();

    $this->postJson($this->harbour->api("/logbook/{$entry}/undo"), ['fingerprint' => $this->getJson($this->harbour->api("/logbook/{$entry}/undo"))->json('fingerprint')])->assertOk();
    expect($this->harbour->document('n.md')->draft?->hash)->toBe(hash('sha256', '# N'));
});

it('shows the differences of each line', function () {
    $this->harbour->draft('a.md', "# A\n\n[b](b.md)\n\nmore\n");
    $entry = ($this->save)(['a.md' => 'save'])->json('id');
    $lines = $this->getJson($this->harbour->api("/logbook/{$entry}/lines/0"))->assertOk()->json('lines');

    expect(array_column(array_filter($lines, fn (array $line): bool => $line['kind'] === 'added'), 'text'))->toBe(['', 'more']);
});

it('runs one operation in a workspace at a time', function () {
    $this->harbour->draft('a.md', '# mine');
    $process = $this->harbour->process('save', ['--save', 'a.md', '--json']);
    WorkspaceLock::hold($this->harbour->workspace, function () use ($process): void {
        $process->start();
        // Until it stands at the lock.
        $isWaiting = static fn (): bool => array_filter(glob("/proc/{$process->getPid()}/fd/*") ?: [], static fn (string $open): bool => str_contains((string) @readlink($open), '/framework/locks/')) !== [];
        for ($wait = 0; $wait < 10_000 && ! $isWaiting() && $process->isRunning(); $wait++) {
            usleep(1000);
        }
        expect($process->isRunning())->toBeTrue()
            ->and($this->harbour->read('a.md'))->toBe("# A\n\n[b](b.md)\n");
    });
    $process->wait();

    expect($process->getExitCode())->toBe(0)
        ->and($this->harbour->read('a.md'))->toBe('# mine');
});

it('saves a thing once when two ask at once', function () {
    $this->harbour->draft('a.md', '# mine');
    $processes = array_map(fn () => $this->harbour->process('save', ['--save', 'a.md', '--json']), [1, 2, 3]);
    array_map(fn ($process) => $process->start(), $processes);
    array_map(fn ($process) => $process->wait(), $processes);
    $entries = array_map(fn ($process) => json_decode($process->getOutput(), true)['entry'], $processes);
    sort($entries);

    expect($entries)->toBe([null, null, 1]);
});
