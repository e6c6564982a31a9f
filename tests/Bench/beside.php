<?php

declare(strict_types=1);

/*
 * What keeping an edit takes while a folder of 1,800 files moves and a scan runs, in the same workspace. Each edit is
 * one whole PUT without the web server around it. Included by run.php.
 */

use App\Drafts\DraftDesk;
use App\Models\Document;
use App\Models\User;
use App\Workspace\Index\Scanner;
use Symfony\Component\Process\Process;

assert(isset($person) && $person instanceof User);

$files = [];
for ($n = 0; $n < 1000; $n++) {
    $files["parts/f{$n}.md"] = "# Part {$n}\n\n[other](../others/o".$n % 800 .".md)\n".str_repeat("Some words that fill a line.\n", 30);
}
for ($n = 0; $n < 800; $n++) {
    $files["others/o{$n}.md"] = "# Other {$n}\n\n[a](../parts/f".($n % 1000).'.md) [b](../parts/f'.(($n * 7 + 3) % 1000).".md)\n".str_repeat("Some words that fill a line.\n", 30);
}
$workspace = workspaceOf('beside', $files, $person);
app(Scanner::class)->run($workspace);
$ids = Document::query()->where('workspace_id', $workspace->id)->pluck('id')->shuffle()->all();
$edits = [];
$edit = static function (int $number) use ($ids, $person): float {
    $document = Document::query()->findOrFail($ids[$number % count($ids)]);

    return timed(static fn () => app(DraftDesk::class)->write($document, "# Edited {$number}\n\nSome words.\n", $person, null));
};
$alone = array_map($edit, range(0, 60));
$command = static fn (string $name, string ...$arguments): Process => new Process([PHP_BINARY, base_path('bin/hafenbuch'), $name, 'beside', ...$arguments], timeout: 300);
foreach ([['parts', 'kept/pieces'], ['kept/pieces', 'parts'], ['parts', 'kept/pieces']] as [$from, $to]) {
    $move = $command('save', '--move', "{$from}={$to}");
    $move->start();
    $scan = $command('scan');
    $scan->start();
    for ($number = 61; $move->isRunning(); $number++) {
        $edits[] = $edit($number);
        usleep(5_000);
        if (! $scan->isRunning()) {
            $scan = $command('scan');
            $scan->start();
        }
    }
    $scan->wait();
    if ($move->getExitCode() !== 0) {
        echo '  the move beside the edits failed: '.$move->getErrorOutput();
    }
}
sort($edits);
$part = static fn (float $share): float => $edits[(int) floor((count($edits) - 1) * $share)] * 1000;
report_line('keeping an edit while 1,800 files move and a scan runs, p95 of '.count($edits), $part(0.95), 'ms', '< 250', $part(0.95) < 250);
report_line('  its median, and longest '.round($part(1)).' ms; alone '.round(median($alone) * 1000, 1).' ms', $part(0.5), 'ms', '', true);
