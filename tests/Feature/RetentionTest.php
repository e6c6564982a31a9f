<?php

declare(strict_types=1);

use App\Past\Store\Inventory;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\WorkspaceLock;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->own = bin2hex(random_bytes(6));
    $this->harbour = new Harbour(['a.md' => "# {$this->own} 0\n", 'show/b.md' => "# {$this->own} b0\n"]);
    $this->actingAs($this->harbour->owner);
    $this->text = fn (int $n): string => "# {$this->own} {$n}\n";
    foreach (range(1, 9) as $n) {
        $this->harbour->draft('a.md', ($this->text)($n));
        $this->harbour->saveAll();
    }
    $this->a = $this->harbour->document('a.md');
    $this->numbers = fn (): array => array_column(api('GET', "documents/{$this->a->id}/versions")->json(), 'number');
    $this->age = function (int $days): void {
        DB::table('operations')->where('workspace_id', $this->harbour->workspace->id)->update(['created_at' => now()->subDays($days)]);
    };
    $this->old = function (array $hashes): void {
        foreach ($hashes as $hash) {
            touch(Storage::disk('contents')->path(DiskContentStore::name($hash)), time() - 7200);
        }
    };
    $this->hashes = array_map(fn (int $n): string => hash('sha256', ($this->text)($n)), range(0, 9));
});

it('shows what would go and what comes free, before the rule is applied', function () {
    $last = ['kind' => 'last', 'last' => 3];
    $preview = api('POST', 'retention/preview', ['retention' => $last])->assertOk()->json();
    expect([$preview['versions'], $preview['documents'], $preview['bytes'], $preview['laterBytes']])->toBe([6, 1, 0, 6 * strlen(($this->text)(1))])
        ->and($preview['thinnings'][0])->toBe(['documentId' => $this->a->id, 'path' => 'a.md', 'numbers' => [1, 2, 3, 4, 5, 6], 'stays' => 4])
        ->and(($this->numbers)())->toHaveCount(10);
    ($this->age)(31);
    expect(api('POST', 'retention/preview', ['retention' => $last])->json('bytes'))->toBe(6 * strlen(($this->text)(1)));
});

it('applies the rule, and the store frees what nothing refers to any more', function () {
    api('PATCH', "documents/{$this->a->id}/versions/4", ['label' => 'As sent to the printer'])->assertOk()->assertJsonPath('label', 'As sent to the printer');
    ($this->age)(31);
    DB::table('draft_steps')->where('document_id', $this->a->id)->delete();
    ($this->old)($this->hashes);
    changeSettings(['retention' => ['kind' => 'all', 'folders' => ['show' => ['kind' => 'last', 'last' => 1]], 'kinds' => ['Markdown' => ['kind' => 'last', 'last' => 2]]]])->assertOk()->assertJsonPath('retention.kinds.Markdown.last', 2);
    api('POST', 'retention')->assertOk()->assertJson(['versions' => 6]);
    expect(($this->numbers)())->toBe([9, 8, 4, 0]);
    $store = app(DiskContentStore::class);
    expect(array_map($store->has(...), $this->hashes))->toBe([true, false, false, false, true, false, false, false, true, true]);
});

it('keeps what an entry needs to be taken back, and takes it back', function () {
    changeSettings(['retention' => ['kind' => 'last', 'last' => 1]]);
    DB::table('draft_steps')->where('document_id', $this->a->id)->delete();
    ($this->old)($this->hashes);
    api('POST', 'retention')->assertJson(['versions' => 8]);
    $entry = collect(api('GET', 'logbook')->json())->firstWhere('kind', 'save')['id'];
    api('POST', "logbook/{$entry}/undo", ['fingerprint' => api('GET', "logbook/{$entry}/undo")->assertOk()->json('fingerprint')])->assertOk();
    expect($this->harbour->read('a.md'))->toBe(($this->text)(8));

    ($this->age)(31);
    DB::table('drafts')->where('document_id', $this->a->id)->delete();
    DB::table('draft_steps')->where('document_id', $this->a->id)->delete();
    ($this->old)($this->hashes);
    app(Inventory::class)->sweep();
    $first = collect(api('GET', 'logbook')->json())->firstWhere('number', 3)['id'];
    expect(api('GET', "logbook/{$first}/undo")->assertStatus(422)->json('detail'))->toContain('Entry 3 cannot be taken back any more');
});

it('thins one document out by hand, but for what always stays', function () {
    api('PATCH', "documents/{$this->a->id}/versions/2", ['label' => 'First proof']);
    api('POST', "documents/{$this->a->id}/versions/thin", ['numbers' => [3, 5]])->assertOk();
    expect(($this->numbers)())->toBe([9, 8, 7, 6, 4, 2, 1, 0]);
    foreach ([0 => 'as found', 9 => 'newest', 2 => 'label'] as $number => $why) {
        expect(api('POST', "documents/{$this->a->id}/versions/thin", ['numbers' => [4, $number]])->assertStatus(422)->json('detail'))->toContain($why);
    }
    expect(($this->numbers)())->toContain(4);
});

it('refuses a rule that cannot be meant', function (array $rule) {
    api('POST', 'retention/preview', ['retention' => $rule])->assertStatus(422);
    changeSettings(['retention' => $rule])->assertStatus(422);
})->with([[['kind' => 'last', 'last' => 0]], [['kind' => 'some']], [['kind' => 'aged', 'bands' => []]], [['kind' => 'aged', 'bands' => [['days' => 3, 'every' => 'day']]]], [['kind' => 'all', 'folders' => ['../out' => ['kind' => 'all']]]]]);

it('proves what the store holds, and names what is missing, damaged and left over', function () {
    $store = app(DiskContentStore::class);
    $damaged = Storage::disk('contents')->path(DiskContentStore::name($this->hashes[5]));
    file_put_contents($damaged, str_replace('#', '!', (string) file_get_contents($damaged)));
    unlink(Storage::disk('contents')->path(DiskContentStore::name($this->hashes[6])));
    $nobodys = $store->putBytes("nobody’s {$this->own}");
    ($this->old)([$nobodys]);
    $findings = app(Inventory::class)->check();
    expect($findings->damaged[$this->hashes[5]])->toContain('version 5 of a.md')->and($findings->missing[$this->hashes[6]])->toContain('version 6 of a.md')
        ->and($findings->leftOver)->toBeGreaterThanOrEqual(1)->and($findings->isSound())->toBeFalse();
    $run = $this->harbour->command('check', '--json');

    // The others still work; the damaged one says so.
    api('POST', "documents/{$this->a->id}/versions/5", [], $this->a->refresh()->revision)->assertStatus(409)->assertSee('damaged');
    api('POST', "documents/{$this->a->id}/versions/4", [], $this->a->revision)->assertOk();

    // Made whole again by the same contents, so that it stands in nobody's way.
    unlink($damaged);
    array_map($store->putBytes(...), [($this->text)(5), ($this->text)(6)]);
    app(Inventory::class)->sweep();
    expect($store->has($nobodys))->toBeFalse()->and(array_intersect_key(app(Inventory::class)->check()->damaged, array_flip($this->hashes)))->toBe([]);
});

it('frees nothing while an operation runs, nor what was used just now, nor with the clock set back', function () {
    $store = app(DiskContentStore::class);
    $hash = $store->putBytes("free {$this->own}");
    app(Inventory::class)->sweep();
    expect($store->has($hash))->toBeTrue();
    touch(Storage::disk('contents')->path(DiskContentStore::name($hash)), time() + 3600);
    expect($store->free($hash, 0))->toBe(0);
    ($this->old)([$hash]);
    $holder = new Symfony\Component\Process\Process([PHP_BINARY, '-r', 'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); App\Workspace\WorkspaceLock::hold(App\Models\Workspace::query()->findOrFail((int) $argv[1]), static function (): void { echo "held\n"; sleep(20); });', (string) $this->harbour->workspace->id], base_path());
    $holder->start();
    $holder->waitUntil(static fn (string $type, string $output): bool => str_contains($output, 'held'));
    expect(app(Inventory::class)->sweep())->toBeNull()->and($store->has($hash))->toBeTrue();
    Harbour::kill($holder);
    // The database notices in its own time that the process is gone.
    for ($until = microtime(true) + 30; ($freed = app(Inventory::class)->sweep()) === null && microtime(true) < $until;) {
    }
    expect($freed['contents'])->toBeGreaterThanOrEqual(1)->and($store->has($hash))->toBeFalse();
});

it('thins from the command line, with a look before', function () {
    changeSettings(['retention' => ['kind' => 'last', 'last' => 4]]);
    $preview = $this->harbour->command('thin', ['--preview', '--json']);
    expect([$preview['code'], $preview['json']['versions'], $preview['json']['gone']])->toBe([0, 5, 0])->and(($this->numbers)())->toHaveCount(10);
    expect($this->harbour->command('thin', '--json')['json']['gone'])->toBe(5)->and(($this->numbers)())->toBe([9, 8, 7, 6, 0]);
});

it('looks for what to free while others write, and does not see what they record meanwhile', function () {
    $store = app(DiskContentStore::class);
    $relied = $store->putBytes("relied on {$this->own}");
    $nobodys = $store->putBytes("nobody's {$this->own}");
    ($this->old)([$relied, $nobodys]);
    $count = fn (): int => DB::table('documents')->where('workspace_id', $this->harbour->workspace->id)->count();
    $before = $count();
    [$scan, $seen] = WorkspaceLock::asOfAnIdleMoment(function () use ($count): array {
        $this->harbour->put('late.md', "# Late\n");

        return [$this->harbour->command('scan'), $count()];
    });
    expect($scan['code'])->toBe(0)->and($seen)->toBe($before)->and($count())->toBe($before + 1);

    // What an operation holds is as good as new.
    WorkspaceLock::hold($this->harbour->workspace, static fn () => expect($store->hold($relied))->toBeTrue());
    app(Inventory::class)->sweep();
    expect($store->has($relied))->toBeTrue()->and($store->has($nobodys))->toBeFalse();
});

it('says what each rule would free: steps by their number, and contents that only entries keep', function () {
    $harbour = new Tests\Support\Harbour(['a.md' => $first = '# A '.bin2hex(random_bytes(8))]);
    $this->harbour = $harbour;
    $this->actingAs($harbour->owner);
    for ($n = 1; $n <= 14; $n++) {
        $harbour->draft('a.md', "# A {$n}\n");
    }
    $harbour->saveAll();
    $preview = fn (array $more = []): array => api('POST', 'retention/preview', ['retention' => ['kind' => 'all'], ...$more])->assertOk()->json();
    $steps = App\Models\DraftStep::query()->where('document_id', $harbour->document('a.md')->id)->count();
    expect($preview()['steps'])->toBe(0)->and($preview(['steps' => 10])['steps'])->toBe($steps - 10);
    $went = app(App\Drafts\StepList::class)->prune($harbour->document('a.md'), 10);
    expect($went)->toBe($steps - 10)->and($preview(['steps' => 10])['steps'])->toBe(0);

    // What was there before is a version; once that has gone, only the entry keeps it.
    expect($preview(['undoDays' => 1])['entryBytes'])->toBe(0);
    Illuminate\Support\Facades\DB::table('versions')->where('document_id', $harbour->document('a.md')->id)->where('number', 0)->delete();
    Illuminate\Support\Facades\DB::table('draft_steps')->where('document_id', $harbour->document('a.md')->id)->delete();
    Illuminate\Support\Facades\DB::table('operations')->where('workspace_id', $harbour->workspace->id)->update(['created_at' => now()->subDays(3)]);
    expect($preview(['undoDays' => 1])['entryBytes'])->toBe(strlen($first))->and($preview(['undoDays' => 10])['entryBytes'])->toBe(0);
    api('POST', 'retention/preview', ['retention' => ['kind' => 'all'], 'steps' => 1])->assertStatus(422);
});
