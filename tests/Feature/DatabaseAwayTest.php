<?php

declare(strict_types=1);

use App\Models\Operation;
use Illuminate\Support\Facades\DB;
use Tests\Support\Harbour;

/** Ends every connection to the tests' database but this one, as its end would. */
function endConnections(): void
{
    $own = DB::selectOne('select connection_id() as id')->id;
    foreach (DB::select('show processlist') as $process) {
        if ($process->Id !== $own && $process->db === DB::getDatabaseName()) {
            try {
                DB::statement("kill {$process->Id}");
            } catch (Throwable) {
                // It has ended by itself.
            }
        }
    }
}

it('is all or nothing when the database goes away during a save', function (int $delay) {
    $harbour = new Harbour(array_combine(array_map(static fn (int $n): string => "f{$n}.md", range(1, 60)), array_fill(0, 60, "# old\n")));
    foreach (range(1, 60) as $n) {
        $harbour->draft("f{$n}.md", "# new {$n}\n");
    }
    $before = $harbour->hashes();
    $process = $harbour->process('save', ['--everything', '--json']);
    $process->start();
    for ($wait = 0; $wait < 600 && Operation::query()->where('workspace_id', $harbour->workspace->id)->doesntExist() && $process->isRunning(); $wait++) {
        usleep(1000);
    }
    usleep($delay);
    endConnections();
    $process->wait();
    expect($harbour->command('recover')['code'])->toBe(0);
    $isDone = Operation::query()->where('workspace_id', $harbour->workspace->id)->value('state') === Operation::DONE;
    $after = $harbour->hashes();
    expect($isDone ? count(array_intersect_assoc($after, $before)) : $after)->toBe($isDone ? 0 : $before);
})->with([0, 5_000, 20_000]);

it('says that the database is away, and goes on when it is back', function () {
    $harbour = $this->harbour = new Harbour(['a.md' => "# A\n"]);
    $this->actingAs($harbour->owner);
    $document = $harbour->document('a.md');
    $port = config('database.connections.mysql.port') ?? config('database.connections.mariadb.port');
    $name = config('database.default');
    config(["database.connections.{$name}.port" => 1]);
    DB::purge($name);
    try {
        api('PUT', "documents/{$document->id}/draft", '# lost?', 0)->assertStatus(503)->assertJsonPath('title', 'Database away');
        api('POST', 'plan', ['decisions' => []])->assertStatus(503);
    } finally {
        config(["database.connections.{$name}.port" => $port]);
        DB::purge($name);
    }
    api('PUT', "documents/{$document->id}/draft", '# kept', 0)->assertOk();
    expect($harbour->read('a.md'))->toBe("# A\n");
});

it('can scan again after a scan that the database’s end has stopped', function () {
    $harbour = new Harbour;
    foreach (range(1, 1500) as $n) {
        $harbour->put("d/f{$n}.md", "# Document {$n}\n\n[a](f".($n - 1).".md)\n");
    }
    $process = $harbour->process('scan', ['--json']);
    $process->start();
    for ($wait = 0; $wait < 10_000 && App\Models\Document::query()->where('workspace_id', $harbour->workspace->id)->doesntExist() && $process->isRunning(); $wait++) {
        usleep(1000);
    }
    endConnections();
    $process->wait();
    $scan = $harbour->scan();
    expect($scan->state)->toBe('done')->and($scan->files)->toBe(1500)->and($harbour->scan()->changed)->toBe(0);
});

it('is all or nothing when a move of many files is killed', function (int $delay) {
    $files = ['book.md' => implode("\n", array_map(static fn (int $n): string => "[{$n}](parts/f{$n}.md)", range(1, 500)))."\n"];
    foreach (range(1, 500) as $n) {
        $files["parts/f{$n}.md"] = "# Part {$n}\n\n[book](../book.md)\n";
    }
    $harbour = new Harbour($files);
    $before = $harbour->hashes();
    $process = $harbour->process('save', ['--move', 'parts=kept/pieces', '--json']);
    $process->start();
    for ($wait = 0; $wait < 8000 && Operation::query()->where('workspace_id', $harbour->workspace->id)->doesntExist() && $process->isRunning(); $wait++) {
        usleep(1000);
    }
    usleep($delay);
    Harbour::kill($process);
    $harbour->command('recover');
    $operation = Operation::query()->where('workspace_id', $harbour->workspace->id)->first();
    if ($operation?->state === Operation::DONE) {
        expect($harbour->scan()->strays)->toBe(0)->and(count(glob($harbour->root.'/kept/pieces/*')))->toBe(500)->and(is_dir($harbour->root.'/parts'))->toBeFalse();
    } else {
        expect($harbour->hashes())->toBe($before);
    }
})->with([0, 60_000, 250_000]);
