<?php

declare(strict_types=1);

/*
 * What may be meant by 5,000 strays among files of two numbers, the plan that leads 5,000 references in 800 documents elsewhere, and taking
 * in 2,000 files of 1 GiB. Called by run.php, whose helpers it uses.
 */

use App\Models\Workspace;
use App\Relink\Relinker;
use App\Relink\RelinkWish;
use App\Relink\StrayKnowledge;
use App\Relink\StrayList;
use App\TakeIn\TakeIn;
use App\TakeIn\TakeInWish;
use App\Workspace\Index\Scanner;
use App\Workspace\Workspaces;

const LOST = 5000;
const REFERRERS = 800;
const BROUGHT = 2000;

/** Files in folders of a hundred; 800 documents refer to 5,000 of them, each to its own, whose folders are renamed then. */
function broken_workspace(string $name, int $count): Workspace
{
    $root = config('hafenbuch.roots')[0].'/'.$name;
    mkdir("{$root}/book", 0o777, true);
    for ($n = 0; $n < $count; $n++) {
        $folder = sprintf('%s/%s/f%04d', $root, $n < LOST ? 'old-scans' : 'scans', intdiv($n, 100));
        $n % 100 === 0 && mkdir($folder, 0o777, true);
        file_put_contents(sprintf('%s/scan-%06d.bin', $folder, $n), "scan {$n} of {$name}");
    }
    $each = intdiv(LOST + REFERRERS - 1, REFERRERS);
    for ($n = 0; $n < REFERRERS; $n++) {
        $links = '';
        for ($of = $n * $each; $of < min(LOST, ($n + 1) * $each); $of++) {
            $links .= sprintf("![scan](../old-scans/f%04d/scan-%06d.bin)\n", intdiv($of, 100), $of);
        }
        file_put_contents(sprintf('%s/book/c%03d.md', $root, $n), "# Chapter {$n}\n\n{$links}");
    }
    $workspace = Workspaces::add($name, $root, App\Models\User::query()->firstOrCreate(['email' => 'bench@greetholm.example'], ['name' => 'Bench', 'password' => 'tidegauge']));
    app(Scanner::class)->run($workspace);
    rename("{$root}/old-scans", "{$root}/scans-1911");
    app(Scanner::class)->run($workspace);

    return $workspace;
}

$seconds = [];
foreach ([10_000, 100_000] as $count) {
    $workspace = broken_workspace("strays-{$count}", $count);
    $person = $workspace->firstKeeper() ?? throw new LogicException('no owner');
    $strays = [];
    $list = median_of_three(static function () use ($workspace, $person, &$strays): void {
        $strays = StrayList::of($workspace, $person)->all();
    });
    count($strays) === LOST || throw new LogicException(count($strays).' strays');
    memory_reset_peak_usage();
    $before = memory_get_usage();
    $sure = 0;
    $candidates = median_of_three(static function () use ($workspace, $strays, &$sure): void {
        $sure = 0;
        foreach (StrayKnowledge::of($workspace, $strays) as $known) {
            $sure += $known->sure() === null ? 0 : 1;
        }
    });
    $sure === LOST || throw new LogicException("{$sure} are sure");
    $peak = (memory_get_peak_usage() - $before) / 2 ** 20;
    $plan = median_of_three(static fn () => app(Relinker::class)->plan($workspace, $person, new RelinkWish(folders: ['old-scans' => 'scans-1911'])));
    $seconds[$count] = ['list' => $list, 'candidates' => $candidates, 'plan' => $plan];
    printf("among %s files:\n", number_format($count));
    report_line('  the list of 5,000 strays', $list, 's', '< 1', $list < 1);
    report_line('  what may be meant by each', $candidates, 's', '< 2', $candidates < 2);
    report_line('  its memory', $peak, 'MiB', '< 256', $peak < 256);
    report_line('  plan of leading them elsewhere, in 800 documents', $plan, 's', '< 1', $plan < 1);
}
foreach ($seconds[10_000] as $what => $few) {
    report_line("  growth of the {$what} with ten times the files", $seconds[100_000][$what] / $few, '×', '', true);
}

/** 1 GiB in 2,000 files of a library, of which each chapter of a book refers to ten. */
function library_workspace(string $name): Workspace
{
    $library = config('hafenbuch.roots')[0]."/library-{$name}";
    mkdir($library);
    for ($n = 0; $n < BROUGHT; $n++) {
        file_put_contents(sprintf('%s/p%04d.bin', $library, $n), random_bytes(intdiv(2 ** 30, BROUGHT)));
    }
    $root = config('hafenbuch.roots')[0]."/taking-{$name}";
    mkdir($root);
    for ($n = 0; $n < BROUGHT / 10; $n++) {
        file_put_contents("{$root}/c{$n}.md", implode("\n", array_map(static fn (int $of): string => sprintf('![p](../library-%s/p%04d.bin)', $name, $n * 10 + $of), range(0, 9))));
    }
    $workspace = Workspaces::add("taking {$name}", $root, App\Models\User::query()->firstOrCreate(['email' => 'bench@greetholm.example'], ['name' => 'Bench', 'password' => 'tidegauge']));
    app(Scanner::class)->run($workspace);
    // As nearly all that comes in.
    until_older($library);

    return $workspace;
}

$workspace = library_workspace('looked-at');
$library = config('hafenbuch.roots')[0].'/library-looked-at';
shell('sync');
$copying = [];
foreach (range(1, 3) as $round) {
    $copying[] = yardstick("mkdir {$library}-{$round} && cd {$library} && for f in *; do cp \$f {$library}-{$round}/ && sync {$library}-{$round}/\$f || exit; done");
    shell("rm -r {$library}-{$round}; sync");
}
memory_reset_peak_usage();
$before = memory_get_usage();
$looking = timed(static fn () => app(TakeIn::class)->list($workspace, $workspace->firstKeeper() ?? throw new LogicException('no owner'), new TakeInWish));
report_line('looking at 2,000 files of 1 GiB', $looking, 's', '', true);
$taken = 0;
$taking = timed(static function () use ($workspace, &$taken): void {
    $taken = app(TakeIn::class)->carryOut($workspace, $workspace->firstKeeper() ?? throw new LogicException('no owner'), new TakeInWish, null)->taken;
});
$taken === BROUGHT || throw new LogicException("{$taken} taken in");
report_line('  taking them in once they are looked at, in cp with an fsync each', $taking / median($copying), '×', '≤ 2', $taking <= 2 * median($copying));
$taking += $looking;
report_line('  both together', $taking / median($copying), '×', '', true);
report_line('  its seconds', $taking, 's', '', true);
report_line('  its memory', (memory_get_peak_usage() - $before) / 2 ** 20, 'MiB', '', true);
$again = timed(static fn () => app(TakeIn::class)->carryOut($workspace, $workspace->firstKeeper() ?? throw new LogicException('no owner'), new TakeInWish, null));
report_line('  once more, with nothing to do', $again, 's', '', true);

// As the command line does it, which asks nobody in between.
$workspace = library_workspace('at-once');
shell('sync');
$taking = timed(static function () use ($workspace): void {
    app(TakeIn::class)->carryOut($workspace, $workspace->firstKeeper() ?? throw new LogicException('no owner'), new TakeInWish, null)->taken === BROUGHT || throw new LogicException('not all came in');
});
report_line('taking in as many that nobody has looked at, in cp with an fsync each', $taking / median($copying), '×', '≤ 2', $taking <= 2 * median($copying));
