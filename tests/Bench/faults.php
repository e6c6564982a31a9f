<?php

declare(strict_types=1);

/*
 * Kills saves and moves of the command line at random moments, recovers, and checks that all or nothing has happened
 * (promise 3). The moments spread over the time that the work takes when nobody kills it.
 */

use App\Drafts\DraftDesk;
use App\Models\Document;
use App\Models\Operation;
use App\Models\User;
use App\Models\Workspace;
use App\Workspace\Index\Scanner;
use App\Workspace\Workspaces;
use Illuminate\Contracts\Console\Kernel;
use Symfony\Component\Process\Process;
use Tests\Support\Harbour;

require __DIR__.'/../../vendor/autoload.php';
$app = require __DIR__.'/../../bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();

const KILLS = 300;
const FILES = 40;

/** @return array<string, string> SHA-256 of every file, by path */
function hashes(string $root): array
{
    clearstatcache();
    $hashes = [];
    foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($root, FilesystemIterator::SKIP_DOTS)) as $file) {
        $hashes[substr((string) $file, strlen($root) + 1)] = (string) hash_file('sha256', (string) $file);
    }
    ksort($hashes);

    return $hashes;
}

function harbour(string $name, User $person): Workspace
{
    $root = config('hafenbuch.roots')[0].'/'.$name;
    mkdir("{$root}/parts", 0o777, true);
    for ($n = 0; $n < FILES; $n++) {
        file_put_contents("{$root}/parts/f{$n}.md", "# Part {$n}\n\n[book](../book.md)\n");
    }
    file_put_contents("{$root}/book.md", implode("\n", array_map(static fn (int $n): string => "[{$n}](parts/f{$n}.md)", range(0, FILES - 1))));
    $workspace = Workspaces::add($name, $root, $person);
    app(Scanner::class)->run($workspace);
    foreach (Document::query()->where('workspace_id', $workspace->id)->where('path', 'like', 'parts/%')->get() as $document) {
        app(DraftDesk::class)->write($document, "# Changed\n\n[book](../book.md)\n", $person, null);
    }
    (new App\Quay\Quay($workspace, $person))->open(Document::query()->where('workspace_id', $workspace->id)->pluck('id')->all());

    return $workspace;
}

/** @param list<string> $arguments */
function command(Workspace $workspace, array $arguments): Process
{
    return new Process([PHP_BINARY, base_path('bin/hafenbuch'), array_shift($arguments), $workspace->name, ...$arguments], timeout: 60);
}

mt_srand(1853);
$person = User::query()->firstOrCreate(['email' => 'faults@greetholm.example'], ['name' => 'Faults', 'password' => 'tidegauge']);
$works = ['save' => ['save', '--everything'], 'move' => ['save', '--move', 'parts=kept/pieces']];
$expected = $lasting = [];
foreach ($works as $name => $arguments) {
    $workspace = harbour("whole-{$name}", $person);
    $start = hrtime(true);
    command($workspace, $arguments)->mustRun();
    $lasting[$name] = (hrtime(true) - $start) / 1000;
    $expected[$name] = hashes($workspace->root);
    $workspace->delete();
}
$counts = ['nothing' => 0, 'rolled back' => 0, 'done' => 0];
$wrong = 0;
for ($kill = 0; $kill < KILLS; $kill++) {
    $name = ['save', 'move'][$kill % 2];
    $workspace = harbour("kill-{$kill}", $person);
    $before = hashes($workspace->root);
    $process = command($workspace, $works[$name]);
    $process->start();
    usleep(mt_rand((int) ($lasting[$name] * 0.3), (int) $lasting[$name]));
    Harbour::kill($process);
    command($workspace, ['recover'])->mustRun();
    $after = hashes($workspace->root);
    $state = Operation::query()->where('workspace_id', $workspace->id)->value('state') ?? 'nothing';
    $counts[$state]++;
    if ($after !== ($state === Operation::DONE ? $expected[$name] : $before)) {
        $wrong++;
        echo "kill {$kill} of a {$name}: {$state}, and the files are neither as before nor as planned; see {$workspace->root}\n";

        continue;
    }
    exec('rm -rf '.escapeshellarg($workspace->root));
    $workspace->delete();
}
printf("%d kills: %d before anything was recorded, %d rolled back, %d finished; %d wrong\n", KILLS, $counts['nothing'], $counts['rolled back'], $counts['done'], $wrong);
exit($wrong === 0 ? 0 : 1);
