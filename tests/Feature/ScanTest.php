<?php

declare(strict_types=1);

use App\Models\Document;
use App\Models\Scan;
use App\Workspace\Index\Scanner;
use App\Workspace\Index\ScanWorkspace;
use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

it('reads only what has changed', function () {
    $harbour = new Harbour(['a.md' => '[b](b.md)', 'b.md' => '# B']);
    while (time() <= stat("{$harbour->root}/b.md")['ctime'] + 2) {
        usleep(50_000); // A file that was changed in the second of a look is read once more.
    }
    $harbour->scan();
    expect($harbour->scan()->changed)->toBe(0);
    $harbour->put('b.md', '# B changed');
    $scan = $harbour->scan();

    expect([$scan->files, $scan->changed, $scan->references, $scan->strays])->toBe([2, 1, 1, 0])
        ->and($harbour->document('b.md')->title)->toBe('B changed');
});

it('notices a change that keeps size and second', function () {
    $harbour = new Harbour(['a.md' => '# one']);
    $harbour->put('a.md', '# two');

    expect($harbour->scan()->changed)->toBe(1)->and($harbour->document('a.md')->title)->toBe('two');
});

it('counts a file that has gone, and one that comes back', function () {
    $harbour = new Harbour(['a.md' => '[b](b.md)', 'b.md' => '# B']);
    $id = $harbour->document('b.md')->id;
    unlink($harbour->root.'/b.md');
    expect($harbour->scan()->strays)->toBe(1);
    $harbour->put('b.md', '# B again');

    expect($harbour->scan()->strays)->toBe(0)->and($harbour->document('b.md')->id)->toBe($id);
});

it('follows no link, and knows each as what it is', function () {
    $outside = sys_get_temp_dir().'/outside-'.bin2hex(random_bytes(4));
    mkdir($outside);
    file_put_contents($outside.'/secret.md', '# Secret');
    $harbour = new Harbour(['a.md' => '# A']);
    symlink($outside, $harbour->root.'/folder');
    symlink($outside.'/secret.md', $harbour->root.'/secret.md');
    symlink('a.md', $harbour->root.'/inside.md');
    symlink('.', $harbour->root.'/loop');
    $harbour->scan();

    expect(Document::query()->where('workspace_id', $harbour->workspace->id)->orderBy('path')->pluck('is_writable', 'path')->all())->toBe(['a.md' => true, 'folder' => true, 'inside.md' => true, 'loop' => true, 'secret.md' => true])
        ->and(Document::query()->where('workspace_id', $harbour->workspace->id)->where('format', 'link')->count())->toBe(4)
        ->and($harbour->document('secret.md')->title)->toBeNull();
});

it('takes odd names, and leaves hidden ones out', function () {
    $names = ["new\nline.md", '"quotes".md', "e\u{301}.md", "\u{e9}.md", str_repeat('x', 252).'.md', ' space .md', 'a%20b.md'];
    $harbour = new Harbour(array_fill_keys([...$names, '.hidden/x.md', '.dot.md', 'node_modules/y.md'], '# X'));

    expect(Document::query()->where('workspace_id', $harbour->workspace->id)->pluck('path')->all())->toEqualCanonicalizing($names);
});

it('keeps an unreadable content as a leaf with a note', function () {
    $harbour = new Harbour(['bad.svg' => '<svg><g></svg>', 'latin.md' => "Gr\xf6\xdfe", 'picture.png' => "\x89PNG\0", 'bomb.svg' => '<!DOCTYPE s [<!ENTITY a "x"><!ENTITY b "&a;&a;">]><svg>&b;</svg>']);

    expect($harbour->document('bad.svg')->note)->toContain('line 1, column 9')
        ->and($harbour->document('latin.md')->note)->toContain('UTF-8')
        ->and($harbour->document('picture.png')->note)->toBeNull()
        ->and($harbour->document('bomb.svg')->note)->toBeNull();
});

it('takes new content over where there is no draft, and keeps a draft', function () {
    $harbour = new Harbour(['a.md' => '# A', 'b.md' => '# B', 'c.md' => '# C']);
    $harbour->draft('b.md', '# mine');
    $harbour->draft('c.md', '# outside');
    foreach (['a.md', 'b.md', 'c.md'] as $path) {
        $harbour->put($path, '# outside');
    }
    $harbour->scan();

    expect($harbour->document('a.md')->title)->toBe('outside')
        ->and($harbour->document('a.md')->revision)->toBe(1)
        ->and($harbour->document('b.md')->draft?->hash)->toBe(hash('sha256', '# mine'))
        ->and($harbour->document('c.md')->draft)->toBeNull();
    $this->actingAs($harbour->owner)->getJson($harbour->api('/quay'))->assertJsonPath('rows.0.file', 'changed outside')->assertJsonPath('rows.0.content', 'modified');
});

it('runs in the queue, and can be stopped', function () {
    $harbour = new Harbour(['a.md' => '# A']);
    $this->actingAs($harbour->owner)->postJson($harbour->api('/scan'))->assertStatus(202)->assertJson(['state' => 'queued']);
    $this->deleteJson($harbour->api('/scan'))->assertJson(['state' => 'stopped']);
    $scan = Scan::query()->where('workspace_id', $harbour->workspace->id)->latest('id')->first();
    ScanWorkspace::dispatchSync($scan->id);
    expect($scan->refresh()->state)->toBe(Scan::STOPPED);

    $this->postJson($harbour->api('/scan'))->assertStatus(202);
    $queued = Scan::query()->where('workspace_id', $harbour->workspace->id)->latest('id')->first();
    ScanWorkspace::dispatchSync($queued->id);
    $this->getJson($harbour->api('/scan'))->assertJson(['state' => 'done', 'files' => 1]);
});

it('lets the scans of others go first where it takes long, and goes on where it was', function (int $files) {
    $slow = [];
    for ($n = 0; $n < $files; $n++) {
        $slow["f{$n}.md"] = "# {$n}\n".str_repeat('<', $n % 20 === 0 ? 60_000 : 5);
    }
    $harbour = new Harbour(['a.md' => '# A']);
    foreach ($slow as $path => $content) {
        $harbour->put($path, $content);
    }
    $other = new Harbour(['b.md' => '# B']);
    Scan::query()->where('state', Scan::QUEUED)->delete();
    $waiting = Scanner::queue($other->workspace);
    $scan = Scanner::queue($harbour->workspace);
    $turns = 0;
    do {
        $from = microtime(true);
        // The first turns have no time at all, so that there are several on the fastest machine.
        app(Scanner::class)->runInTurns($harbour->workspace, $scan, $turns > 0, $turns < 3 ? 0.0 : 0.2);
        // A turn is as long as it may be, and one file more.
        expect(microtime(true) - $from)->toBeLessThan(8.0);
        if ($turns === 0) {
            expect($scan->state)->toBe(Scan::QUEUED)->and($harbour->workspace->refresh()->scanned_at)->not->toBeNull();
        }
    } while (++$turns < 200 && $scan->state === Scan::QUEUED);
    expect($scan->state)->toBe(Scan::DONE)->and($turns)->toBeGreaterThan(2)->and($scan->files)->toBe($files + 1)
        ->and(Document::query()->where('workspace_id', $harbour->workspace->id)->where('is_gone', false)->count())->toBe($files + 1);

    // Where nobody waits it goes on to the end.
    $waiting->update(['state' => Scan::DONE]);
    $harbour->put('late.md', str_repeat('<', 60_000));
    expect(app(Scanner::class)->runInTurns($harbour->workspace, Scanner::queue($harbour->workspace), false, 0.0)->state)->toBe(Scan::DONE);
})->with(['few files' => 60, 'many files' => 400]);

it('reads again what an earlier edition of the readers has read, and changes nothing else', function () {
    $harbour = new Harbour(['a.md' => "# A\n\n[b](b.md)\n", 'b.md' => '# B', 'c.md' => "[b](b.md)\n", 'photo.png' => 'pixels']);
    $harbour->draft('c.md', "[a](a.md) [b](b.md)\n");
    $workspace = $harbour->workspace;
    $before = DB::table('documents')->where('workspace_id', $workspace->id)->orderBy('path')->get(['path', 'revision', 'saved_hash', 'updated_at'])->toJson();
    // As if it had found less.
    DB::table('documents')->where('workspace_id', $workspace->id)->update(['read_by' => 1]);
    DB::table('drafts')->where('document_id', $harbour->document('c.md')->id)->update(['read_by' => 1]);
    DB::table('document_references')->where('workspace_id', $workspace->id)->delete();
    $scan = $harbour->scan();
    expect($scan->changed)->toBe(0)->and($scan->references)->toBe(3)->and(DB::table('document_references')->where('workspace_id', $workspace->id)->where('in_draft', true)->count())->toBe(2);
    expect(DB::table('documents')->where('workspace_id', $workspace->id)->orderBy('path')->get(['path', 'revision', 'saved_hash', 'updated_at'])->toJson())->toBe($before);
    expect(array_column(app(App\Workspace\Index\ReferenceList::class)->to($workspace, 'b.md'), 'path'))->toBe(['a.md', 'c.md']);
    expect(app(App\Workspace\Graph\WorkspaceGraphs::class)->check($workspace))->toBe([])->and(app(App\Workspace\Catalogue\Catalogues::class)->check($workspace))->toBe([]);
    // Once, and a picture, which nobody reads, not at all.
    expect(DB::table('documents')->where('workspace_id', $workspace->id)->where('read_by', '!=', Hafenbuch\Core\Format\FormatRegistry::EDITION)->pluck('path')->all())->toBe(['photo.png']);
    DB::table('document_references')->where('workspace_id', $workspace->id)->delete();
    $harbour->scan();
    expect(DB::table('document_references')->where('workspace_id', $workspace->id)->count())->toBe(0);
});
