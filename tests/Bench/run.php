<?php

declare(strict_types=1);

/*
 * The measurements of bin/bench. Each prints what was measured, its yardstick, their ratio, and the ratio that is wanted.
 */

use App\Drafts\DraftDesk;
use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Quay\RowReader;
use App\Saving\Execution;
use App\Workspace\Workspaces;
use Hafenbuch\Core\Plan\Decision;
use Illuminate\Contracts\Console\Kernel;
use Tests\Bench\Documents;
use Tests\Bench\Workload;

require __DIR__.'/../../vendor/autoload.php';
$app = require __DIR__.'/../../bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();

/** @return float seconds */
function timed(callable $work): float
{
    $start = hrtime(true);
    $work();

    return (hrtime(true) - $start) / 1e9;
}

/** @param non-empty-list<float> $values an odd number of them */
function median(array $values): float
{
    sort($values);

    return $values[intdiv(count($values), 2)];
}

function report_line(string $what, float $value, string $unit, string $wanted, bool $isMet): void
{
    printf("%-64s %9.3f %-4s  wanted: %-22s %s\n", $what, $value, $unit, $wanted, $isMet ? 'met' : 'NOT MET');
}

function workspace(string $name, int $files): Workspace
{
    $folder = config('hafenbuch.roots')[0].'/'.$name;
    mkdir($folder);
    Workload::write($folder, $files);

    return Workspaces::add($name, $folder, User::query()->firstOrCreate(['email' => 'bench@greetholm.example'], ['name' => 'Bench', 'password' => 'tidegauge']));
}

/** Waits until all files below a folder are older than a look at them can be; what is younger is read once more. */
function until_older(string $folder): void
{
    $newest = (int) shell('find '.escapeshellarg($folder).' -type f -printf "%C@\\n" | sort -n | tail -n 1')[1];
    while ($newest >= time() - 2) {
        usleep(100_000);
    }
}

/** Seconds of a question that changes nothing. */
function median_of_three(callable $question): float
{
    return median(array_map(static fn () => timed($question), range(1, 3)));
}

/** What other programs take for the same, in seconds; one that fails measures nothing. */
function yardstick(string $command): float
{
    $said = '';
    $code = 0;
    $seconds = timed(static function () use ($command, &$code, &$said): void {
        [$code, $said] = shell($command);
    });

    return $code === 0 ? $seconds : throw new LogicException("The yardstick failed: {$command}: {$said}");
}

/** Seconds that replacing files takes that are on the disk, named by number, each with its fsync. */
function replacing(string $folder, int $count): float
{
    shell('sync -f '.escapeshellarg($folder));

    return timed(static function () use ($folder, $count): void {
        for ($n = 0; $n < $count; $n++) {
            copy("{$folder}/{$n}", "{$folder}/new");
            $file = fopen("{$folder}/new", 'r+b');
            fsync($file);
            fclose($file);
            rename("{$folder}/new", "{$folder}/{$n}");
        }
    });
}

/** @return array{int, string} exit code and what GNU time, or the command, said */
function shell(string $command): array
{
    exec($command.' 2>&1', $out, $code);

    return [$code, implode("\n", $out)];
}

/** @return list<int> what the processors did since the machine began, in ticks: user, nice, system, idle, waiting for a disk, interrupts (two), stolen (proc_stat(5)) */
function processors(): array
{
    return array_map(intval(...), array_slice(preg_split('~\s+~', (string) strtok((string) @file_get_contents('/proc/stat'), "\n")) ?: [], 1, 8));
}

// On a virtual machine others take their share, for seconds or for minutes; without that no number can be judged.
$began = processors();
register_shutdown_function(static function () use ($began): void {
    $took = array_map(static fn (int $after, int $before): int => $after - $before, processors(), $began);
    if (array_sum($took) > 0) {
        printf("While this ran, %.1f %% of the processors' time were taken by other machines, and in %.1f %% they waited for a disk.\n", 100 * ($took[7] ?? 0) / array_sum($took), 100 * ($took[4] ?? 0) / array_sum($took));
    }
});

if (in_array($argv[1] ?? '', ['past', 'large', 'pages', 'people', 'walls', 'news', 'sessions', 'strays', 'crates', 'pictures', 'find', 'chart'], true)) {
    require __DIR__."/{$argv[1]}.php";

    return;
}

printf("%s, %s cores, PHP %s\n\n", php_uname('m'), trim((string) shell_exec('nproc')), PHP_VERSION);

// First scan and rescan.
$scans = $ratios = [];
$peak = 0;
foreach (['scan', 'scan-2', 'scan-3'] as $name) {
    $workspace = workspace($name, 10_000);
    $folder = escapeshellarg($workspace->root);
    shell("cat {$folder}/*/* > /dev/null");
    $hashing = static fn (): float => yardstick("find {$folder} -type f -print0 | xargs -0 sha256sum > /dev/null");
    $yards = [$hashing(), $hashing()];
    $scans[] = $scan = timed(static function () use (&$peak, $name): void {
        [, $out] = shell(PHP_BINARY.' '.escapeshellarg(base_path('tests/Bench/scan.php')).' '.$name);
        $peak = max($peak, (int) $out);
    });
    $ratios[] = $scan / median([...$yards, $hashing()]);
}
report_line('first scan of 10,000 files, in sha256sum of them (median of 3)', median($ratios), '×', '≤ 10 (aim 4)', median($ratios) <= 10);
report_line('  its seconds', median($scans), 's', '', true);
report_line('  its peak memory', $peak / 2 ** 20, 'MiB', '< 256', $peak < 256 * 2 ** 20);
sleep(2);
timed(static fn () => app(App\Workspace\Index\Scanner::class)->run($workspace));
$rescan = timed(static fn () => app(App\Workspace\Index\Scanner::class)->run($workspace));
report_line('rescan with nothing changed', $rescan, 's', '< 1', $rescan < 1);

// Plans in core.
$two = Documents::made(2000);
$seconds = min(array_map(static fn (): float => timed($two->plan(...)), range(1, 9)));
report_line('plan over 2,000 documents with 10,000 references, core', $seconds * 1000, 'ms', '< 100', $seconds < 0.1);
// What does not fit into the processor's caches is slower to read, and how much slower changes with what else the machine
// does. So the growth is put beside that of a single pass over the same documents, which is linear by its nature.
$few = Documents::made(500);
$many = Documents::made(8000);
$sixteen = static fn (callable $work): float => timed(static fn () => array_map(static fn () => $work(), range(1, 16)));
$growths = $passes = [];
foreach (range(1, 15) as $turn) {
    $growths[] = timed($many->plan(...)) / $sixteen($few->plan(...));
    $passes[] = timed($many->passOver(...)) / $sixteen($few->passOver(...));
}
$growth = median($growths) / median($passes);
report_line('  its growth from 500 to 8,000, beside that of one pass over them', $growth, '×', '≤ 1.5', $growth <= 1.5);
report_line('  its growth beside linear; that of the pass is '.round(median($passes), 2), median($growths), '×', '', true);

// A save of 300 documents. Each time of others: where files were replaced, new ones are slow to make for a minute.
$person = User::query()->firstOrFail();
$copies = $saves = $ratios = $beside = $lettingGo = [];
foreach (range(1, 5) as $round) {
    $workspace = workspace("save-{$round}", 600);
    until_older($workspace->root);
    app(App\Workspace\Index\Scanner::class)->run($workspace);
    $documents = Document::query()->where('workspace_id', $workspace->id)->orderBy('path')->limit(300)->get();
    foreach ($documents as $document) {
        app(DraftDesk::class)->write($document, file_get_contents("{$workspace->root}/{$document->path}")."\n", $person, null);
    }
    $target = config('hafenbuch.roots')[0]."/copies-{$round}";
    mkdir($target);
    $copies[] = $copy = timed(static function () use ($documents, $workspace, $target): void {
        foreach ($documents as $n => $document) {
            copy("{$workspace->root}/{$document->path}", "{$target}/{$n}");
            $file = fopen("{$target}/{$n}", 'r+b');
            fsync($file);
            fclose($file);
        }
    });
    // A save replaces files that are on the disk. On one that is told of what comes free, letting go of a file takes longer than making one.
    $replacing = replacing($target, count($documents));
    $saves[] = $save = timed(static fn () => app(Execution::class)->save($workspace, $person, array_fill_keys($documents->pluck('id')->all(), Decision::save()), null, null));
    $ratios[] = $save / $copy;
    $beside[] = $save / $replacing;
    $lettingGo[] = timed(static fn () => app()->forgetScopedInstances());
}
// What an fsync takes differs by a factor of three from one moment to the next, so each save has the copying just before it as its yardstick.
report_line('save of 300 documents, in copying them with fsync (median of 5)', median($ratios), '×', '≤ 3', median($ratios) <= 3);
report_line('  its seconds; one copy with its fsync took '.round(median($copies) / 0.3, 2).' ms', median($saves), 's', '', true);
report_line('  after the answer, until the files that were replaced are let go', median($lettingGo), 's', '', true);
report_line('  in replacing as many files, each with its fsync (median of 5)', median($beside), '×', '', true);

// A quay with a thousand documents.
$workspace = Workspace::query()->where('name', 'scan')->firstOrFail();
$ids = Document::query()->where('workspace_id', $workspace->id)->orderBy('path')->limit(1000)->pluck('id')->all();
(new Quay($workspace, $person))->open($ids);
app(RowReader::class)->rows($workspace, $ids, $person);
$quay = min(array_map(static fn (): float => timed(static fn () => json_encode(app(RowReader::class)->rows($workspace, (new Quay($workspace, $person))->all(), $person))), [1, 2, 3]));
report_line('quay of 1,000 open documents among 10,000, answer', $quay * 1000, 'ms', '< 300', $quay < 0.3);

require __DIR__.'/places.php';

require __DIR__.'/past.php';

require __DIR__.'/beside.php';
