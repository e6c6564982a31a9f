<?php

declare(strict_types=1);

use Tests\Support\Harbour;
use Tests\Support\SecondHome;

beforeEach(function () {
    $this->folder = dirname(storage_path()).'/backups-'.bin2hex(random_bytes(4));
    $this->roots = dirname(storage_path()).'/roots-'.bin2hex(random_bytes(4));
    mkdir($this->roots);
});

afterEach(fn () => exec('rm -rf '.escapeshellarg($this->folder).' '.escapeshellarg($this->roots)));

/** Everything that people have made, from the tables themselves. */
function everythingOf(SecondHome $home): string
{
    $tables = ['users', 'workspaces', 'workspace_members', 'documents', 'document_references', 'drafts', 'draft_steps', 'versions', 'operations', 'operation_lines', 'recovery_points', 'recovery_point_items', 'quay_items', 'decisions', 'reserved_numbers', 'closings', 'document_locks'];
    $code = 'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); foreach ('.var_export($tables, true).' as $table) { echo $table, " ", json_encode(DB::table($table)->get()->map(fn ($row) => array_diff_key((array) $row, ["touched_at" => 1]))->sort()->values(), JSON_INVALID_UTF8_SUBSTITUTE), "\n"; }';
    $said = $home->run('php -r '.escapeshellarg('use Illuminate\Support\Facades\DB; '.$code))->mustRun()->getOutput();

    return $said;
}

it('brings everything back after everything was destroyed', function () {
    $old = new SecondHome('hafenbuch_backed', $this->roots);
    $old->artisan('migrate --force');
    $old->artisan('hafenbuch:demo');
    $old->artisan('hafenbuch:watch --once');
    // Somebody goes on typing while the backup is made.
    $typing = $old->run('bash -c '.escapeshellarg('for ((n = 0; ; n++)); do [ -e "'.$this->roots.'/enough" ] && exit; echo "# Glossary $n" | bin/hafenbuch draft "Gauge House Greetholm" guidebook/glossary.md --from -; done'));
    $typing->start();
    [$code, $made] = $old->hafenbuch("backup {$this->folder}");
    touch("{$this->roots}/enough");
    $typing->wait();
    expect($code)->toBe(0)->and($made['damaged'])->toBe([])->and($made['contents'])->toBeGreaterThan(50);

    // Again, now that nobody works: only what is new is copied.
    $files = static fn (): array => array_combine($found = explode("\n", trim((string) shell_exec('find '.escapeshellarg(test()->folder.'/contents').' -type f'))), array_map(fileinode(...), $found));
    $before = $files();
    [$code, $second] = $old->hafenbuch("backup {$this->folder}");
    expect($code)->toBe(0)->and(array_intersect_assoc($before, $files()))->toBe($before);
    $known = everythingOf($old);
    $status = $old->hafenbuch('status "Gauge House Greetholm" --all')[1];
    $content = $old->run('cat '.escapeshellarg("{$this->roots}/gauge-house-greetholm/guidebook/glossary.md"))->mustRun()->getOutput();
    exec('rm -rf '.escapeshellarg($old->home));

    $new = new SecondHome('hafenbuch_restored', $this->roots);
    expect($new->hafenbuch("backup:check {$this->folder} {$made['backup']}")[0])->toBe(0);
    [$code, $said] = $new->hafenbuch("restore {$this->folder}");
    expect($code)->toBe(0, json_encode($said))->and($said['backup'])->toBe($second['backup'])->and($said['missing'])->toBe(0)->and($said['foldersMissing'])->toBe([]);
    expect(everythingOf($new))->toBe($known);
    $new->hafenbuch('scan "Gauge House Greetholm"');
    [$code, $check, $error] = $new->hafenbuch('check');
    expect($code)->toBe(0, $error)->and($check['missing'])->toBe([])->and($check['damaged'])->toBe([])->and(array_sum($check['derivedWrong']))->toBe(0);
    expect($new->hafenbuch('status "Gauge House Greetholm" --all')[1])->toBe($status)->and($content)->not->toBe('');
    // What was kept can be worked on: a draft goes to disk, and comes back.
    [$code, $saved] = $new->hafenbuch('save "Gauge House Greetholm" --save guidebook/glossary.md');
    expect($code)->toBe(0, json_encode($saved));
    expect($new->hafenbuch("undo \"Gauge House Greetholm\" {$saved['entry']}")[0])->toBe(0);

    // A backup of one moment in the midst of work is whole too.
    [$code, , $error] = $new->hafenbuch("restore {$this->folder}");
    expect($code)->toBe(1)->and($error)->toContain('There is something in this installation already');
    $again = new SecondHome('hafenbuch_restored', $this->roots);
    expect($again->hafenbuch("restore {$this->folder} {$made['backup']}")[0])->toBe(0)->and($again->hafenbuch('check')[0])->toBe(0);
});

it('refuses a backup that is damaged or was cut short, and says where', function () {
    $old = new SecondHome('hafenbuch_backed', $this->roots);
    $old->artisan('migrate --force');
    mkdir("{$this->roots}/house");
    file_put_contents("{$this->roots}/house/a.md", "# A\n");
    $old->hafenbuch('person:add mara@greetholm.example Mara');
    $old->hafenbuch("workspace:add house {$this->roots}/house");
    $old->hafenbuch('scan house');
    $old->hafenbuch('draft house a.md --from -', "# B\n");
    $name = $old->hafenbuch("backup {$this->folder}")[1]['backup'];
    expect($old->hafenbuch("backup:check {$this->folder}")[0])->toBe(0);
    $new = new SecondHome('hafenbuch_restored', $this->roots);
    $content = trim((string) shell_exec('find '.escapeshellarg("{$this->folder}/contents").' -type f | head -1'));
    $set = "{$this->folder}/sets/{$name}";
    $harm = [
        'a content that was changed' => [$content, static fn (string $bytes): string => strrev($bytes)."\n", $content],
        'a content that was cut' => [$content, static fn (string $bytes): string => substr($bytes, 1), $content],
        'a content that is gone' => [$content, static fn (): ?string => null, $content],
        'a database that was cut' => ["{$set}/database.sql.gz", static fn (string $bytes): string => substr($bytes, 0, -100), 'database.sql.gz'],
        'a list that was changed' => ["{$set}/contents.txt.gz", static fn (): string => (string) gzencode(''), 'contents.txt.gz'],
        'a manifest that was changed' => ["{$set}/manifest.json", static fn (string $json): string => str_replace('"users": 1', '"users": 2', $json), 'manifest.json'],
        'no manifest' => ["{$set}/manifest.json", static fn (): ?string => null, 'There is no whole backup'],
    ];
    foreach ($harm as $what => [$file, $change, $where]) {
        $bytes = (string) file_get_contents($file);
        $changed = $change($bytes);
        $changed === null ? unlink($file) : file_put_contents($file, $changed);
        foreach (['backup:check', 'restore'] as $command) {
            [$code, , $error] = $new->hafenbuch("{$command} {$this->folder}");
            expect($code)->toBe(1, "{$command}, {$what}")->and($error)->toContain($where);
        }
        expect($new->hafenbuch("restore {$this->folder} {$name}")[0])->toBe(1, $what);
        file_put_contents($file, $bytes);
    }
    expect($new->hafenbuch("restore {$this->folder} nowhere")[0])->toBe(1)->and($new->hafenbuch('restore /nowhere')[0])->toBe(1);
    expect($new->hafenbuch("restore {$this->folder}")[0])->toBe(0)->and($new->hafenbuch('check')[0])->toBe(0);
});

it('leaves nothing that passes for a backup when it is killed, and lets old ones go', function () {
    $old = new SecondHome('hafenbuch_backed', $this->roots);
    $old->artisan('migrate --force');
    mkdir("{$this->roots}/house");
    for ($n = 0; $n < 400; $n++) {
        file_put_contents("{$this->roots}/house/d{$n}.md", "# {$n}\n");
    }
    $old->hafenbuch('person:add mara@greetholm.example Mara');
    $old->hafenbuch("workspace:add house {$this->roots}/house");
    $old->hafenbuch('scan house');
    // What a save has written over is kept, and so goes into backups.
    $old->hafenbuch('draft house d0.md --from -', "# First\n");
    $first = $old->hafenbuch("backup {$this->folder}")[1]['backup'];
    $killed = 0;
    for ($round = 0; $round < 6; $round++) {
        $backup = $old->run("bin/hafenbuch backup {$this->folder}");
        $backup->start();
        usleep(150_000 + 40_000 * $round);
        Harbour::kill($backup);
        $killed++;
        expect($old->hafenbuch("backup:check {$this->folder}")[0])->toBe(0, 'what is taken for the latest is whole');
    }
    $old->hafenbuch('draft house d0.md --from -', "# Second\n");
    $old->hafenbuch("backup {$this->folder}");
    foreach (glob("{$this->folder}/sets/*") as $set) {
        is_file("{$set}/manifest.json") || touch($set, time() - 200_000);
    }
    [$code, $last] = $old->hafenbuch("backup {$this->folder} --keep 1");
    expect($code)->toBe(0)->and($killed)->toBe(6)->and($last['freed']['sets'])->toBeGreaterThan(1)->and(array_map(basename(...), glob("{$this->folder}/sets/*")))->toBe([$last['backup']]);
    expect($old->hafenbuch("backup:check {$this->folder} {$first}")[0])->toBe(1)->and($old->hafenbuch("backup:check {$this->folder}")[0])->toBe(0);
    expect($old->hafenbuch("backup {$this->folder} --keep 0")[0])->toBe(1);

    // Where it cannot be told what a backup needs, nothing that it may need goes.
    $damaged = "{$this->folder}/sets/{$last['backup']}/contents.txt.gz";
    file_put_contents($damaged, (string) gzencode(''));
    $contents = static fn (): string => (string) shell_exec('find '.escapeshellarg(test()->folder.'/contents').' -type f | sort');
    $before = $contents();
    [$code, , $error] = $old->hafenbuch("backup {$this->folder} --keep 2");
    expect($code)->toBe(1)->and($error)->toContain('contents.txt.gz')->and($contents())->toBe($before);
});

it('frees nothing while somebody copies the store', function () {
    $hold = fopen(dirname(app(App\Workspace\Files\DiskContentStore::class)->file(str_repeat('0', 64)), 3).'/locks/copying', 'cb');
    flock($hold, LOCK_SH);
    $inventory = app(App\Past\Store\Inventory::class);
    expect($inventory->sweep())->toBeNull();
    fclose($hold);
    expect($inventory->sweep())->not->toBeNull();
});

it('begins a restore anew that was cut short, and says so until then', function () {
    $old = new SecondHome('hafenbuch_backed', $this->roots);
    $old->artisan('migrate --force');
    $old->hafenbuch('person:add mara@greetholm.example Mara');
    $old->hafenbuch("backup {$this->folder}");
    $new = new SecondHome('hafenbuch_restored', $this->roots);
    expect($new->hafenbuch("restore {$this->folder}")[0])->toBe(0)->and($new->hafenbuch("restore {$this->folder}")[0])->toBe(1);
    // As a kill between two tables leaves it.
    file_put_contents("{$new->home}/storage/restoring", 'x');
    expect($new->hafenbuch("restore {$this->folder}")[0])->toBe(0)->and(is_file("{$new->home}/storage/restoring"))->toBeFalse()->and($new->hafenbuch("restore {$this->folder}")[0])->toBe(1);
});
