<?php

declare(strict_types=1);

use App\Drafts\DraftChanged;
use App\Drafts\DraftDesk;
use App\Models\Document;
use App\Models\Draft;
use App\Models\Operation;
use App\Quay\Quay;
use App\Workspace\Index\Watcher;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Process\Process;
use Tests\Support\Harbour;

/* What happens when a scan, a save, a draft and a death fall between any two lines. */

/** Before it is recorded that all files are written. */
const WRITTEN = '~^update `operations` set `state`~';

/** Before the first document’s row follows its file. */
const FIRST_ROW = '~^update `documents` set `file_key`~';

/** Before the first draft goes, since it is saved. */
const FIRST_DRAFT = '~^delete from `drafts`~';

/** Before the entry is done, when every row has followed. */
const DONE = '~^update `operations` set `state` = \?, `finished_at`~';

/**
 * Runs something once, in the moment in which a statement like this is sent.
 *
 * @param  string  $pattern  of the statement
 */
function duringStatement(string $pattern, callable $work): void
{
    $isDone = false;
    DB::listen(static function ($query) use ($pattern, $work, &$isDone): void {
        if (! $isDone && preg_match($pattern, $query->sql) === 1) {
            $isDone = true;
            $work();
        }
    });
}

/** Ends the connection on the server, as a restart of the database does. */
function breakConnection(): void
{
    DB::connection('lock')->unprepared('kill '.DB::selectOne('select connection_id() as id')->id);
}

it('keeps a draft that is typed while a scan runs, and its revision', function () {
    $harbour = new Harbour(['book.md' => "# Book\n"]);
    $harbour->put('book.md', "# Book, changed outside\n");
    duringStatement('~^update `scans` set~', static function () use ($harbour): void {
        for ($edit = 1; $edit <= 3; $edit++) {
            app(DraftDesk::class)->write($harbour->document('book.md'), "# Book, edit {$edit}\n", $harbour->owner, null);
        }
    });
    $before = $harbour->document('book.md')->revision;
    $harbour->scan();
    $document = $harbour->document('book.md');
    expect($document->draft?->hash)->toBe(hash('sha256', "# Book, edit 3\n"))
        ->and($document->revision)->toBe($before + 3)
        ->and($document->title)->toBe('Book, edit 3')
        ->and($document->saved_hash)->toBe(hash('sha256', "# Book, changed outside\n"))
        ->and(fn () => app(DraftDesk::class)->write($document, 'stale', $harbour->owner, $before + 1))->toThrow(DraftChanged::class);
});

it('counts a draft that the file has caught up with as none, and lets it go', function () {
    $harbour = new Harbour(['book.md' => "# Book\n"]);
    $harbour->draft('book.md', "# Same\n");
    $harbour->put('book.md', "# Same\n");
    $harbour->scan();
    $document = $harbour->document('book.md');
    expect($document->draft)->toBeNull()->and($document->saved_hash)->toBe(hash('sha256', "# Same\n"))
        ->and($harbour->command('status', ['--json'])['json'])->toBe([]);
});

it('takes new files in once, whoever scans at the same time', function () {
    $harbour = new Harbour;
    for ($n = 0; $n < 1200; $n++) {
        $harbour->put("pages/{$n}.md", "# Page {$n}\n\n[next](".($n + 1).".md)\n");
    }
    $scans = array_map(static fn (): Process => $harbour->process('scan', ['--json']), [1, 2, 3]);
    array_map(static fn (Process $scan) => $scan->start(), $scans);
    foreach ($scans as $scan) {
        expect($scan->wait())->toBe(0, $scan->getErrorOutput())->and(json_decode($scan->getOutput(), true)['files'])->toBe(1200);
    }
    expect(Document::query()->where('workspace_id', $harbour->workspace->id)->count())->toBe(1200)
        ->and(DB::table('document_references')->where('workspace_id', $harbour->workspace->id)->count())->toBe(1200);
});

it('finishes a move or its undo though a scan has seen the new files first', function (bool $isUndo, string $moment) {
    $harbour = new Harbour(['book.md' => "![arm](parts/arm.svg)\n", 'parts/arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"/>']);
    $arm = $harbour->document('parts/arm.svg')->id;
    if ($isUndo) {
        expect($harbour->command('save', ['--move', 'parts=kept'])['code'])->toBe(0);
    }
    // Killed when the files are there and before the tables know it.
    $process = $isUndo ? $harbour->dying($moment, 1, 'undo', ['1']) : $harbour->dying($moment, 1, 'save', ['--move', 'parts=kept']);
    expect($process->getExitCode())->toBe(137)->and($harbour->read($isUndo ? 'parts/arm.svg' : 'kept/arm.svg'))->not->toBeNull();
    $harbour->scan();
    expect($harbour->command('recover')['code'])->toBe(0)
        ->and(Operation::query()->where('workspace_id', $harbour->workspace->id)->latest('number')->first()?->state)->toBe(Operation::DONE)
        ->and($harbour->document($isUndo ? 'parts/arm.svg' : 'kept/arm.svg')->id)->toBe($arm)
        ->and(Document::query()->kept()->where('workspace_id', $harbour->workspace->id)->count())->toBe(2)
        ->and($harbour->command('status', ['--json'])['json'])->toBe([]);
})->with(['a move' => false, 'an undo' => true])->with(['before that is recorded' => WRITTEN, 'after it' => FIRST_ROW, 'before it is done' => DONE]);

it('leaves the files of an unfinished operation to that operation', function () {
    $harbour = new Harbour(['parts/arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"/>']);
    $harbour->dying(WRITTEN, 1, 'save', ['--move', 'parts=kept']);
    $harbour->scan();
    expect(Document::query()->where('workspace_id', $harbour->workspace->id)->get(['path', 'is_gone'])->map->only('path', 'is_gone')->all())->toBe([['path' => 'parts/arm.svg', 'is_gone' => false]]);
});

it('says that a file was changed outside after it was saved, though the tables knew of neither yet', function () {
    $harbour = new Harbour(['book.md' => "# Book\n"]);
    $harbour->draft('book.md', "# Mine\n");
    $harbour->dying(FIRST_DRAFT, 1, 'save', ['--everything']);
    $harbour->put('book.md', "# Them\n");
    // Until that write is long enough ago to be taken for an old one.
    while (time() <= stat("{$harbour->root}/book.md")['ctime'] + 2) {
        usleep(50_000);
    }
    expect($harbour->command('recover', ['--json'])['json']['entries'][0]['outcome'])->toBe('finished');
    $status = $harbour->command('status', ['--json'])['json'];
    expect($status)->toHaveCount(1)->and($status[0]['file'])->toBe('changed outside')->and($harbour->read('book.md'))->toBe("# Them\n");
});

it('ends an operation though what one document needs is missing, and goes on with the rest', function () {
    $harbour = new Harbour(['a.md' => "# A\n", 'b.md' => "# B\n"]);
    $own = bin2hex(random_bytes(8));
    $harbour->draft('a.md', "# A {$own}\n");
    $harbour->draft('b.md', "# B {$own}\n");
    $harbour->dying(WRITTEN, 1, 'save', ['--everything']);
    // The draft is gone on with, and what it was lost.
    $later = app(DraftDesk::class)->write($harbour->document('b.md'), "# B lost {$own}\n", $harbour->owner, null);
    unlink(app(App\Workspace\Files\DiskContentStore::class)->file(hash('sha256', "# B lost {$own}\n")));
    $harbour->command('recover');
    $entry = Operation::query()->where('workspace_id', $harbour->workspace->id)->firstOrFail();
    expect($entry->state)->toBe(Operation::NEEDS_PERSON)->and($entry->message)->toContain('b.md')
        ->and($harbour->document('a.md')->draft)->toBeNull()->and($harbour->document('a.md')->saved_hash)->toBe(hash('sha256', "# A {$own}\n"))
        ->and($harbour->document('b.md')->saved_hash)->toBe(hash('sha256', "# B {$own}\n"));
    $harbour->draft('a.md', "# A again\n");
    expect($harbour->command('save', ['--save', 'a.md'])['code'])->toBe(0);
});

it('heals a workspace that an earlier version has wedged', function () {
    $harbour = new Harbour(['book.md' => "![arm](parts/arm.svg)\n", 'parts/arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"/>']);
    $harbour->dying(WRITTEN, 1, 'save', ['--move', 'parts=kept']);
    $arm = $harbour->document('parts/arm.svg');
    // What its scan had made of the moved file: a second document, which someone has opened and begun to edit.
    $twins = [];
    foreach (['kept/arm.svg'] as $path) {
        $twin = Document::query()->create([
            'workspace_id' => $harbour->workspace->id, ...Document::columns($path), 'file_key' => Document::key($path),
            'saved_hash' => $arm->saved_hash, 'size' => $arm->size, 'is_gone' => false,
        ]);
        (new Quay($harbour->workspace, $harbour->owner))->open([$twin->id]);
        $twins[] = $twin->id;
    }
    $ida = $harbour->member('Ida');
    (new Quay($harbour->workspace, $ida))->open([$arm->id]);
    expect($harbour->command('recover', ['--json'])['json']['entries'][0]['outcome'])->toBe('finished')
        ->and($harbour->document('kept/arm.svg')->id)->toBe($arm->id)
        ->and((new Quay($harbour->workspace, $harbour->owner))->shown())->toBe([$arm->id])
        ->and(Document::query()->kept()->whereIn('id', $twins)->exists())->toBeFalse()
        ->and($harbour->command('undo', ['1'])['code'])->toBe(0)
        ->and($harbour->document('parts/arm.svg')->id)->toBe($arm->id);
});

it('keeps the draft of such a second document', function () {
    $harbour = new Harbour(['parts/arm.md' => "# Arm\n"]);
    $harbour->dying(WRITTEN, 1, 'save', ['--move', 'parts=kept']);
    $arm = $harbour->document('parts/arm.md');
    $twin = Document::query()->create(['workspace_id' => $harbour->workspace->id, ...Document::columns('kept/arm.md'), 'file_key' => Document::key('kept/arm.md'), 'saved_hash' => $arm->saved_hash, 'size' => $arm->size]);
    app(DraftDesk::class)->write($twin, "# Arm, as typed\n", $harbour->owner, null);
    expect($harbour->command('recover')['code'])->toBe(0)
        ->and($harbour->document('kept/arm.md')->id)->toBe($arm->id)
        ->and(Draft::query()->find($arm->id)?->hash)->toBe(hash('sha256', "# Arm, as typed\n"));
});

it('keeps the edits of a document while its file is taken over from another program', function () {
    $harbour = new Harbour(['book.md' => "# Book\n"]);
    (new Quay($harbour->workspace, $harbour->owner))->open([$harbour->document('book.md')->id]);
    $harbour->put('book.md', "# Book, by another program\n");
    duringStatement('~workspace_locks~', static fn () => app(DraftDesk::class)->write($harbour->document('book.md'), "# Mine\n", $harbour->owner, null));
    app(Watcher::class)->look($harbour->workspace);
    expect($harbour->document('book.md')->draft?->hash)->toBe(hash('sha256', "# Mine\n"))
        ->and($harbour->document('book.md')->title)->toBe('Mine');
});

it('keeps a draft and answers, though the database breaks off while others are told of it', function () {
    $this->harbour = new Harbour(['book.md' => "# Book\n"]);
    $this->actingAs($this->harbour->owner);
    $id = $this->harbour->document('book.md')->id;
    duringStatement('~^insert into `events`~', static fn () => breakConnection());

    expect(api('PUT', "documents/{$id}/draft", "# Book, edit 1\n", 0)->status())->toBe(200)
        ->and($this->harbour->document('book.md')->draft?->hash)->toBe(hash('sha256', "# Book, edit 1\n"))
        ->and((new Quay($this->harbour->workspace, $this->harbour->owner))->shown())->toBe([$id]);
});

it('begins a new connection after one that broke off within a transaction', function () {
    $harbour = new Harbour(['book.md' => "# Book\n"]);
    $id = $harbour->document('book.md')->id;
    $rename = static fn (string $title): int => DB::table('documents')->where('id', $id)->update(['title' => $title]);
    expect(static fn () => DB::transaction(static function () use ($rename): void {
        $rename('lost');
        breakConnection();
    }))->toThrow(PDOException::class);
    DB::transaction(static fn () => $rename('kept'));

    expect($harbour->document('book.md')->title)->toBe('kept');
});

/** Begins a process after so many statements of transactions, and gives it time; where a row is held that it needs it waits, and is let go on. */
function duringTransaction(int $after, Process $process, callable $work): int
{
    $asked = 0;
    $isWatched = true;
    DB::listen(static function ($query) use ($process, $after, &$asked, &$isWatched): void {
        if ($isWatched && DB::transactionLevel() > 0 && $query->connectionName === 'mariadb' && $asked++ === $after) {
            $process->start();
            for ($until = microtime(true) + 3; $process->isRunning() && microtime(true) < $until; usleep(20_000));
        }
    });
    try {
        $work();
    } finally {
        $isWatched = false;
        $process->isStarted() && $process->wait();
    }

    return $asked;
}

it('sees a draft that is written between any two lines of recording a file', function (int $after) {
    $harbour = new Harbour(['a.md' => "# Saved\n"]);
    $harbour->put('a.md', "no title\n");
    $draft = $harbour->process('draft', ['a.md', '--from', '-']);
    $draft->setInput("# Drafted\n");
    $asked = duringTransaction($after, $draft, $harbour->scan(...));

    expect($draft->getExitCode())->toBe(0, $draft->getErrorOutput())->and($asked)->toBeGreaterThan($after)->and($harbour->document('a.md')->title)->toBe('Drafted')
        ->and($harbour->workingText('a.md'))->toBe("# Drafted\n");
})->with([0, 1, 2, 3]);

it('brings documents back as they were, while another person writes in one of them', function (int $after) {
    $harbour = new Harbour(['a.md' => '# A', 'b.md' => "# B\n\n[a](a.md)"]);
    foreach (['a.md' => '# A 2', 'b.md' => "# B 2\n\n[a](a.md)"] as $path => $content) {
        $harbour->draft($path, $content);
    }
    $harbour->saveAll();
    $draft = $harbour->process('draft', ['a.md', '--from', '-']);
    $draft->setInput('# A by another');
    duringTransaction($after, $draft, static fn () => app(App\Past\AsOf\AsOfDesk::class)->bringBack($harbour->workspace, $harbour->document('b.md'), 0, [$harbour->document('b.md')->id, $harbour->document('a.md')->id], $harbour->owner));

    expect($draft->getExitCode())->toBeIn([0, null], $draft->getErrorOutput())->and($harbour->workingText('a.md'))->toBeIn(['# A', '# A by another'])->and($harbour->workingText('b.md'))->toBe("# B\n\n[a](a.md)");
})->with([0, 2, 4, 6, 8, 10]);
