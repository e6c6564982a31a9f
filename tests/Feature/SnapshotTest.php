<?php

declare(strict_types=1);

use App\Models\Document;
use App\Workspace\Graph\WorkspaceGraphs;
use App\Workspace\Index\SnapshotReader;
use App\Workspace\Index\Strays;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Planner;
use Hafenbuch\Core\Reference\Graph;
use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

/** Nine hundred documents: chains of ten, each of which refers to the next, a long one of all that hangs together, and drafts here and there. */
beforeEach(function () {
    mt_srand((int) (getenv('HAFENBUCH_SEED') ?: 1853));
    $files = [];
    for ($n = 0; $n < 900; $n++) {
        $links = [$n % 10 === 9 ? '' : '[next](d'.($n + 1).'.md)', $n < 450 ? '' : '[long]('.($n === 899 ? 'd0' : 'd'.($n + 1)).'.md)', mt_rand(0, 9) === 0 ? '[stray](none.md)' : ''];
        $files["d{$n}.md"] = "# {$n}\n\n".implode("\n", $links)."\n";
    }
    $this->harbour = new Harbour($files);
    foreach (array_rand($files, 30) as $path) {
        $this->harbour->draft($path, $files[$path].'[other](d'.mt_rand(0, 899).".md)\n");
    }
    $this->harbour->draft('new.md', "# New\n\n[back](d0.md)\n");
    $this->ids = Document::query()->where('workspace_id', $this->harbour->workspace->id)->orderBy('path')->pluck('id')->all();
    $this->reader = app(SnapshotReader::class);
    $this->some = fn (int $count): array => array_values(array_map(fn (int|string $key): string => $this->ids[$key], (array) array_rand($this->ids, $count)));
});

it('reads as much around documents as a plan needs, as if it had read everything', function () {
    $whole = $this->reader->whole($this->harbour->workspace, $this->harbour->owner);
    $planned = static fn (Snapshot $snapshot, array $decisions) => (new Planner)->plan($snapshot, $decisions);
    foreach ([1, 3, 20, 60, 450] as $count) {
        for ($try = 0; $try < 2; $try++) {
            $decisions = array_fill_keys(($this->some)($count), Decision::save());
            $around = $this->reader->around($this->harbour->workspace, array_keys($decisions), $this->harbour->owner);
            [$part, $all] = [$planned($around, $decisions), $planned($whole, $decisions)];
            expect($part->lines)->toEqual($all->lines)->and($part->warnings)->toEqualCanonicalizing($all->warnings)->and($part->blockers)->toEqual($all->blockers)
                ->and(count($around->documents))->toBeLessThan(6 * $count + 60);
        }
    }
});

it('reads as much for rows as their states need, as if it had read everything', function () {
    foreach ([0, 420] as $more) {
        foreach (array_slice($this->ids, 0, $more) as $id) {
            $document = Document::query()->findOrFail($id);
            $this->harbour->draft($document->path, "# Other\n");
        }
        $expected = $this->reader->whole($this->harbour->workspace, $this->harbour->owner)->below();
        foreach ([1, 10, 200] as $count) {
            $ids = ($this->some)($count);
            $states = $this->reader->forRows($this->harbour->workspace, $ids, $this->harbour->owner)[0]->below($ids);
            expect($states)->toHaveCount($count)->toEqual(array_intersect_key($expected, array_flip($ids)));
        }
    }
});

it('keeps who refers to whom beyond a request, and makes it anew where what is kept is of another past or damaged', function () {
    $graphs = app(WorkspaceGraphs::class);
    $file = storage_path("graphs/{$this->harbour->workspace->id}");
    $edges = static fn (Graph $graph): array => array_combine($graph->nodes()->all(), array_map($graph->targetsOf(...), $graph->nodes()->all()));
    $before = $edges($graphs->of($this->harbour->workspace));
    expect(is_file($file))->toBeTrue();

    foreach ([fn () => file_put_contents($file, substr((string) file_get_contents($file), 0, -5)), fn () => file_put_contents($file, 'x'), fn () => unlink($file)] as $spoil) {
        $spoil();
        expect($edges($graphs->of($this->harbour->workspace)))->toEqual($before);
    }
    // A table that was put back to an earlier state.
    $kept = (string) file_get_contents($file);
    $this->harbour->draft('d0.md', "# 0\n\n[far](d500.md)\n");
    for ($n = 100; $n < 210; $n++) {
        $this->harbour->draft("d{$n}.md", "# Other\n");
    }
    expect($graphs->of($this->harbour->workspace)->targetsOf($this->harbour->document('d0.md')->id))->toBe([$this->harbour->document('d500.md')->id])
        ->and((string) file_get_contents($file))->not->toBe($kept);
    DB::table('drafts')->delete();
    DB::statement("update documents set touched_at = '2026-01-01'");
    expect($edges($graphs->of($this->harbour->workspace)))->toEqual($edges($graphs->anew($this->harbour->workspace)));
});

it('is not misled by a clock that is put back', function () {
    $graphs = app(WorkspaceGraphs::class);
    $graphs->of($this->harbour->workspace);
    try {
        // As the rows would bear it from an hour ago.
        DB::statement('set timestamp = unix_timestamp() - 3600');
        $this->harbour->draft('d1.md', "# Other\n\n[far](d700.md)\n");
        expect($graphs->of($this->harbour->workspace)->targetsOf($this->harbour->document('d1.md')->id))->toBe([$this->harbour->document('d700.md')->id]);
    } finally {
        DB::statement('set timestamp = default');
    }
});

it('keeps nothing of what may still be taken back', function () {
    $graphs = app(WorkspaceGraphs::class);
    $graphs->of($this->harbour->workspace);
    $id = $this->harbour->document('d1.md')->id;
    $kept = $graphs->of($this->harbour->workspace)->targetsOf($id);
    DB::beginTransaction();
    for ($n = 0; $n < 120; $n++) {
        $this->harbour->draft("d{$n}.md", "# Other\n\n[far](d700.md)\n");
    }
    expect($graphs->of($this->harbour->workspace)->targetsOf($id))->toBe([$this->harbour->document('d700.md')->id]);
    DB::rollBack();
    expect($graphs->of($this->harbour->workspace)->targetsOf($id))->toBe($kept);
});

it('counts references and strays as if it looked at each', function () {
    $this->harbour->draft('d3.md', "[a](none.md) [b](d4.md) [c](https://example.org/) [d](d5.md)\n");
    unlink("{$this->harbour->root}/d7.md");
    $this->harbour->scan();
    $there = array_fill_keys(Document::query()->kept()->where('workspace_id', $this->harbour->workspace->id)->where('is_gone', false)->pluck('path')->all(), true);
    $all = Strays::working($this->harbour->workspace)->get(['r.target_kind', 'r.target_path']);
    $strays = $all->filter(fn (object $one): bool => in_array($one->target_kind, ['file', 'nothing'], true) && ! isset($there[$one->target_path ?? '']));

    expect(app(WorkspaceGraphs::class)->counts($this->harbour->workspace))->toBe(['references' => count($all), 'strays' => count($strays)])
        ->and(Strays::paths($this->harbour->workspace))->toEqualCanonicalizing($strays->pluck('target_path')->filter()->unique()->values()->all());
});

it('finds by a check where something else is kept than the tables say, and mends it', function () {
    $graphs = app(WorkspaceGraphs::class);
    $graphs->of($this->harbour->workspace);
    expect($graphs->check($this->harbour->workspace))->toBe([]);
    // As no code of ours does it: a reference that goes without its document's row being touched.
    DB::table('document_references')->where('document_id', $id = $this->harbour->document('d20.md')->id)->delete();

    expect($graphs->check($this->harbour->workspace))->toContain($id)->and($graphs->check($this->harbour->workspace))->toBe([])
        ->and($graphs->of($this->harbour->workspace)->targetsOf($id))->toBe([]);
});

it('sees what is committed later than what came after it', function () {
    $graphs = app(WorkspaceGraphs::class);
    $graphs->of($this->harbour->workspace);
    $file = storage_path("graphs/{$this->harbour->workspace->id}");
    $late = DB::connection('lock');
    $late->beginTransaction();
    $late->table('document_references')->where('document_id', $id = $this->harbour->document('d20.md')->id)->delete();
    $late->table('documents')->where('id', $id)->update(['revision' => 1853]);
    // Its time would be too long ago to be counted, were it not known that it is not committed.
    $kept = (string) file_get_contents($file);
    for ($n = 100; $n < 210; $n++) {
        $this->harbour->draft("d{$n}.md", "# Other\n");
    }
    try {
        DB::statement('set timestamp = unix_timestamp(now(6)) + 10');
        expect($graphs->of($this->harbour->workspace)->targetsOf($id))->not->toBe([])->and((string) file_get_contents($file))->not->toBe($kept);
        $late->commit();

        expect($graphs->of($this->harbour->workspace)->targetsOf($id))->toBe([]);
    } finally {
        DB::statement('set timestamp = default');
    }
});

it('tells the states of all as if it had looked at each', function () {
    $harbour = $this->harbour;
    $root = $harbour->workspace->root;
    $harbour->put('folder/read-only.md', '# Fixed');
    $harbour->put('.hidden/plan.md', '# Hidden');
    $harbour->put('12', 'named by a number');
    $harbour->put('gone.md', 'nobody refers to it');
    symlink('d1.md', "{$root}/link.md");
    $harbour->scan();
    // Behind its back; and what was written in the second of the scan must be read again anyway.
    unlink("{$root}/gone.md");
    file_put_contents("{$root}/d3.md", 'changed outside');
    chmod("{$root}/folder/read-only.md", 0o444);
    $harbour->put('d4.md', 'another');
    DB::table('documents')->where('path', 'd5.md')->where('workspace_id', $harbour->workspace->id)->update(['seen_at' => time() + 60]);
    App\Models\Document::query()->where('workspace_id', $harbour->workspace->id)->whereIn('path', ['d6.md', 'd7.md'])->pluck('id')->each(
        static fn (string $id) => DB::table('document_locks')->insert(['document_id' => $id, 'user_id' => $harbour->owner->id, 'at' => now(), 'is_automatic' => false]),
    );
    // As if all had been seen long after they were written.
    DB::table('documents')->where('workspace_id', $harbour->workspace->id)->where('path', '>', 'd4')->update(['seen_at' => time() + 60]);
    $whole = $this->reader->whole($harbour->workspace);
    $below = $whole->below();
    $wanted = $found = [];
    foreach ($whole->documents as $id => $document) {
        $wanted[$document->path] = [$document->contentState()->value, $below[$id]['state']->value, $document->fileState()?->value, (string) $document->access];
    }
    foreach (app(App\Workspace\Index\AllStates::class)->of($harbour->workspace) as $row) {
        $found[$row->path] = [$row->state->content, $row->state->below, $row->state->file, $row->state->access];
    }
    ksort($wanted);
    ksort($found);

    expect($found)->toBe($wanted)->and($found['gone.md'][2])->toBe('gone')->and($found['d3.md'][2])->toBe('changed outside')->and($found['folder/read-only.md'][3])->toBe('read-only')
        ->and($found['d6.md'][3])->toStartWith('locked by')->and(array_unique(array_column($found, 1)))->toContain('stray', 'unsettled', 'settled')->and($found['new.md'][2])->toBeNull();
});

it('lists files also while signals come', function () {
    pcntl_async_signals(true);
    pcntl_signal(SIGUSR1, static fn () => null);
    $sending = proc_open(['sh', '-c', 'while kill -USR1 '.getmypid().'; do sleep 0.001; done'], [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']], $pipes);
    try {
        for ($turn = 0; $turn < 20; $turn++) {
            $list = App\Workspace\Files\FileList::begin($this->harbour->root);
            $stat = App\Workspace\Files\FileStat::of((array) stat("{$this->harbour->root}/d7.md"));
            $known = ['d7.md' => App\Workspace\Files\FileList::known($stat->signature.':'.PHP_INT_MAX, 'a note'), 'd8.md' => App\Workspace\Files\FileList::known($stat->signature.':'.PHP_INT_MAX, 'of another')];
            expect(iterator_to_array($list->proved($known)))->toBe([['d7.md', 'a note', true]])->and(array_keys($known))->toBe(['d8.md']);
        }
    } finally {
        proc_terminate($sending, SIGKILL);
        proc_close($sending);
        pcntl_signal(SIGUSR1, SIG_DFL);
    }
});

it('keeps what is nearest below after many drafts, and is not misled by it after more', function () {
    $harbour = $this->harbour;
    // In a small one all is found out at once; here it is kept all the same.
    $graphs = new WorkspaceGraphs(0);
    $plain = static fn (array $unsaved): array => $graphs->anew($harbour->workspace)->nearness()->below($unsaved);
    for ($round = 0; $round < 4; $round++) {
        foreach (array_slice($this->ids, 100 * $round, 60) as $id) {
            $document = Document::query()->with('draft')->findOrFail($id)->setRelation('workspace', $harbour->workspace);
            $round === 2 ? app(App\Drafts\DraftDesk::class)->discard($document, $harbour->owner) : app(App\Drafts\DraftDesk::class)->write($document, "# {$round}\n\n[other](d".mt_rand(0, 899).".md)\n", $harbour->owner, null);
        }
        App\Workspace\Graph\LastGraph::forget();
        $unsaved = Document::unsavedIds($harbour->workspace);
        // Distances are one answer only; which of several equally near ones is named may differ with what is kept.
        $distances = static fn (array $nearest): array => array_map(static fn (array $one): int => $one[1], $nearest);
        foreach ([1, 2] as $asked) {
            $latest = $graphs->latest($harbour->workspace, 1000)->graph;
            $found = $distances($latest->nearness()->below($unsaved, $this->ids));
            $wanted = array_intersect_key($distances($plain($unsaved)), array_flip($this->ids));
            ksort($found);
            ksort($wanted);
            expect($found)->toBe($wanted);
            App\Workspace\Graph\LastGraph::forget();
        }
    }
    expect(is_file(storage_path("graphs/{$harbour->workspace->id}-nearest")))->toBeTrue();
});
