<?php

declare(strict_types=1);

/*
 * A crate of 5,000 files of 1 GiB packed, checked and taken in, and plans of crates of 2,000 and 20,000 files. Called by run.php, whose
 * helpers it uses.
 */

use App\Crates\CrateChecking;
use App\Crates\CrateScope;
use App\Crates\Form\ZipTarget;
use App\Crates\Packing;
use App\Crates\PackWish;
use App\Crates\TakingIn\ComingWish;
use App\Crates\TakingIn\OpenedCrate;
use App\Crates\TakingIn\TakingIn;
use App\Models\User;
use App\Models\Workspace;
use App\Workspace\Index\Scanner;
use App\Workspace\Workspaces;

/** A book whose chapters refer to nine files each, and to the next chapter. */
function crate_workspace(string $name, int $files, int $bytes): Workspace
{
    $root = config('hafenbuch.roots')[0].'/'.$name;
    mkdir("{$root}/takes", 0o777, true);
    $chapters = intdiv($files, 10);
    for ($n = 0; $n < $chapters; $n++) {
        $links = '';
        for ($of = 0; $of < 9; $of++) {
            file_put_contents(sprintf('%s/takes/t%05d-%d.bin', $root, $n, $of), random_bytes($bytes));
            $links .= sprintf("![take](takes/t%05d-%d.bin)\n", $n, $of);
        }
        file_put_contents(sprintf('%s/c%05d.md', $root, $n), "# Chapter {$n}\n\n{$links}\n[next](".sprintf('c%05d.md', ($n + 1) % $chapters).")\n");
    }
    $workspace = Workspaces::add($name, $root, User::query()->firstOrCreate(['email' => 'bench@greetholm.example'], ['name' => 'Bench', 'password' => 'tidegauge']));
    app(Scanner::class)->run($workspace);

    return $workspace;
}

$plans = [];
foreach ([2000, 20_000] as $count) {
    $workspace = crate_workspace("planned-{$count}", $count, 100);
    $wish = new PackWish('planned', new CrateScope(['c00000.md']));
    $person = $workspace->firstKeeper() ?? throw new LogicException('no owner');
    memory_reset_peak_usage();
    $before = memory_get_usage();
    $plans[$count] = timed(static fn () => count(app(Packing::class)->prepare($workspace, $person, $wish)->plan->packed()) === $count || throw new LogicException('not all of it is in'));
    report_line('plan of '.number_format($count).' files', $plans[$count], 's', $count === 20_000 ? '< 2' : '', $plans[$count] < 2);
    report_line('  its memory', (memory_get_peak_usage() - $before) / 2 ** 20, 'MiB', '', true);
}
report_line('  growth with ten times the files', $plans[20_000] / $plans[2000], '×', '', true);

$workspace = crate_workspace('packed', 5000, intdiv(2 ** 30, 4500));
$person = $workspace->firstKeeper() ?? throw new LogicException('no owner');
$out = config('hafenbuch.roots')[0].'/packed-out';
mkdir($out);
shell('sync');
$yardsticks = [];
foreach (range(1, 3) as $round) {
    $yardsticks[] = yardstick("cd {$workspace->root} && zip -0 -q -r {$out}/yard.zip . && find . -type f -print0 | xargs -0 sha256sum > {$out}/yard.txt && sync -f {$out}");
    $round < 3 && unlink("{$out}/yard.zip");
}
report_line('zip -0 and sha256sum of 5,000 files of 1 GiB', median($yardsticks), 's', '', true);
$wish = new PackWish('packed', new CrateScope(['c00000.md']));
memory_reset_peak_usage();
$before = memory_get_usage();
$told = 0;
$packing = timed(static function () use ($workspace, $person, $wish, $out, &$told): void {
    app(Packing::class)->pack($workspace, $person, $wish, new ZipTarget("{$out}/crate.zip", 'packed'), progress: static function () use (&$told): void {
        $told++;
    });
});
report_line('  packing them', $packing / median($yardsticks), '×', '≤ 1.3', $packing <= 1.3 * median($yardsticks));
report_line('  its seconds', $packing, 's', '', true);
report_line('  its memory', (memory_get_peak_usage() - $before) / 2 ** 20, 'MiB', '< 128', memory_get_peak_usage() - $before < 128 * 2 ** 20);
report_line('  how often it tells how far it is', $told / $packing, 'a second', '≥ 1', $told >= $packing);

$yardstick = yardstick("mkdir {$out}/un && cd {$out}/un && unzip -q ../yard.zip && find . -type f -print0 | xargs -0 sha256sum > {$out}/yard.txt && sync -f .");
report_line('unzip and sha256sum of the same', $yardstick, 's', '', true);
$checking = timed(static fn () => CrateChecking::check(CrateChecking::open("{$out}/crate.zip"))[0] === [] || throw new LogicException('faults'));
report_line('  checking the crate', $checking / $yardstick, '×', '', true);
memory_reset_peak_usage();
$before = memory_get_usage();
$taking = timed(static function () use ($workspace, $person, $out): void {
    $takingIn = app(TakingIn::class);
    $taken = $takingIn->takeIn($workspace, $person, $takingIn->look($workspace, OpenedCrate::at("{$out}/crate.zip"), new ComingWish('taken')));
    $taken->drafts === 5000 || throw new LogicException("{$taken->drafts} drafts");
});
report_line('  taking it in', $taking / $yardstick, '×', '≤ 2', $taking <= 2 * $yardstick);
report_line('  its seconds', $taking, 's', '', true);
report_line('  its memory', (memory_get_peak_usage() - $before) / 2 ** 20, 'MiB', '', true);
$back = timed(static function () use ($workspace, $person, $out): void {
    $takingIn = app(TakingIn::class);
    $taken = $takingIn->takeIn($workspace, $person, $takingIn->look($workspace, OpenedCrate::at("{$out}/crate.zip"), new ComingWish));
    $taken->drafts === 0 || throw new LogicException("{$taken->drafts} drafts");
});
report_line('  taking it back unchanged, with nothing to do', $back / $yardstick, '×', '', true);
