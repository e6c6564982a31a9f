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
use App\Saving\SaveDesk;
use App\Support\Workspaces;
use Hafenbuch\Core\Document\Access;
use Hafenbuch\Core\Document\DocumentSnapshot;
use Hafenbuch\Core\Document\OnDisk;
use Hafenbuch\Core\Document\Snapshot;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Plan\Planner;
use Illuminate\Contracts\Console\Kernel;
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

/** @return array{int, string} exit code and what GNU time, or the command, said */
function shell(string $command): array
{
    exec($command.' 2>&1', $out, $code);

    return [$code, implode("\n", $out)];
}

if (($argv[1] ?? '') === 'past') {
    require __DIR__.'/past.php';

    return;
}

printf("%s, %s cores, PHP %s\n\n", php_uname('m'), trim((string) shell_exec('nproc')), PHP_VERSION);

// First scan and rescan.
$workspace = workspace('scan', 10_000);
$folder = escapeshellarg($workspace->root);
shell("cat {$folder}/*/* > /dev/null");
$hashing = static fn (): float => timed(static fn () => shell("find {$folder} -type f -print0 | xargs -0 sha256sum > /dev/null"));
$yards = [$hashing(), $hashing(), $hashing()];
$peak = 0;
$scan = timed(function () use (&$peak): void {
    [, $out] = shell(PHP_BINARY.' '.escapeshellarg(base_path('tests/Bench/scan.php')).' scan');
    $peak = (int) $out;
});
$yard = median([...$yards, $hashing(), $hashing()]);
report_line('first scan of 10,000 files, in sha256sum of the same files', $scan / $yard, '×', '≤ 10 (aim 4)', $scan / $yard <= 10);
report_line('  its seconds', $scan, 's', '', true);
report_line('  its peak memory', $peak / 2 ** 20, 'MiB', '< 256', $peak < 256 * 2 ** 20);
sleep(2);
timed(static fn () => app(App\Index\Scanner::class)->run($workspace));
$rescan = timed(static fn () => app(App\Index\Scanner::class)->run($workspace));
report_line('rescan with nothing changed', $rescan, 's', '< 1', $rescan < 1);

// Plans in core.
$plan = static function (int $documents): float {
    mt_srand(1853);
    $all = [];
    for ($n = 0; $n < $documents; $n++) {
        $targets = array_map(static fn (): string => 'd'.mt_rand(0, $documents - 1), range(1, 5));
        $hash = hash('sha256', "{$n}");
        $all[] = $n % 3 === 0
            ? new DocumentSnapshot("d{$n}", "d{$n}", null, $hash, null, OnDisk::nothing(), Access::writable(), $targets, [])
            : new DocumentSnapshot("d{$n}", "d{$n}", $hash, hash('sha256', "draft {$n}"), $hash, OnDisk::file($hash, 's'), Access::writable(), $targets, $targets);
    }
    $decisions = array_fill_keys(array_map(static fn (int $n): string => "d{$n}", range(0, $documents - 1, 2)), Decision::save());

    return min(array_map(static fn (): float => timed(static fn () => (new Planner)->plan(new Snapshot($all), $decisions)), range(1, 9)));
};
$two = $plan(2000);
report_line('plan over 2,000 documents with 10,000 references, core', $two * 1000, 'ms', '< 100', $two < 0.1);
// In turns, and the quickest of each: this machine's speed differs by a factor of two from one moment to the next.
$small = $large = INF;
foreach ([1, 2, 3] as $turn) {
    [$small, $large] = [min($small, $plan(500)), min($large, $plan(8000))];
}
$growth = $large / $small / 16;
report_line('  its growth from 500 to 8,000, beside linear', $growth, '×', '≤ 1.5', $growth <= 1.5);

// A save of 300 documents.
$workspace = workspace('save', 600);
app(App\Index\Scanner::class)->run($workspace);
$person = User::query()->firstOrFail();
$documents = Document::query()->where('workspace_id', $workspace->id)->orderBy('path')->limit(300)->get();
$target = config('hafenbuch.roots')[0].'/copies';
mkdir($target);
$copies = $saves = $ratios = [];
foreach (range(1, 5) as $round) {
    foreach ($documents as $document) {
        app(DraftDesk::class)->write($document, file_get_contents("{$workspace->root}/{$document->path}")."\n", $person, null);
    }
    sleep(2); // Nobody saves all again within the second in which file times cannot tell the one from the other.
    $copies[] = $copy = timed(static function () use ($documents, $workspace, $target, $round): void {
        foreach ($documents as $n => $document) {
            copy("{$workspace->root}/{$document->path}", "{$target}/{$round}-{$n}");
            $file = fopen("{$target}/{$round}-{$n}", 'r+b');
            fsync($file);
            fclose($file);
        }
    });
    $saves[] = $save = timed(static fn () => app(SaveDesk::class)->save($workspace, $person, array_fill_keys($documents->pluck('id')->all(), Decision::save()), null, null));
    $ratios[] = $save / $copy;
}
// What an fsync takes differs by a factor of three from one moment to the next, so each save has the copying just before it as its yardstick.
report_line('save of 300 documents, in copying them with fsync (median of 5)', median($ratios), '×', '≤ 3', median($ratios) <= 3);
report_line('  its seconds; copying took '.round(median($copies), 3), median($saves), 's', '', true);

// A quay with a thousand documents.
$workspace = Workspace::query()->where('name', 'scan')->firstOrFail();
$ids = Document::query()->where('workspace_id', $workspace->id)->orderBy('path')->limit(1000)->pluck('id')->all();
(new Quay($workspace, $person))->open($ids);
app(RowReader::class)->rows($workspace, $ids, $person);
$quay = min(array_map(static fn (): float => timed(static fn () => json_encode(app(RowReader::class)->rows($workspace, (new Quay($workspace, $person))->all(), $person))), [1, 2, 3]));
report_line('quay of 1,000 open documents among 10,000, answer', $quay * 1000, 'ms', '< 300', $quay < 0.3);

require __DIR__.'/places.php';

require __DIR__.'/past.php';
