<?php

declare(strict_types=1);

/* Copies, moves and random work; part of run.php. */

use App\Models\Document;
use App\Models\OperationLine;
use App\Models\User;
use App\Models\Workspace;
use App\Saving\Execution;
use App\Saving\Planning;
use App\Saving\Relocation;
use App\Workspace\Index\Scanner;
use App\Workspace\Workspaces;
use Hafenbuch\Core\Plan\Decision;
use Hafenbuch\Core\Tests\Support\Work\MemoryWorked;
use Hafenbuch\Core\Tests\Support\Work\WorkCase;

assert(isset($person) && $person instanceof User);

/** @param array<string, string> $files content by path */
function workspaceOf(string $name, array $files, User $person): Workspace
{
    $root = config('hafenbuch.roots')[0].'/'.$name;
    foreach ($files as $path => $content) {
        @mkdir(dirname("{$root}/{$path}"), 0o777, true);
        file_put_contents("{$root}/{$path}", $content);
    }
    $workspace = Workspaces::add($name, $root, $person);
    app(Scanner::class)->run($workspace);
    until_older($root);
    app(Scanner::class)->run($workspace);

    return $workspace;
}

// A tree of so many documents with five references each is copied as a whole.
$copied = static function (int $documents) use ($person): float {
    mt_srand(1853);
    $files = [];
    for ($n = 0; $n < $documents; $n++) {
        $links = array_map(static fn (): string => '[x](../d'.($to = mt_rand(0, $documents - 1)) % 20 ."/f{$to}.md)", range(1, 5));
        $files['d'.$n % 20 ."/f{$n}.md"] = "# Document {$n}\n\n".implode(' ', $links)."\n".str_repeat("Some words that fill a line.\n", 30);
    }
    $workspace = workspaceOf("copy-{$documents}", $files, $person);
    $decisions = [];
    foreach (Document::query()->where('workspace_id', $workspace->id)->pluck('path', 'id') as $id => $path) {
        $decisions[$id] = Decision::copy("copy/of/{$path}", isTogether: true);
    }
    [$desk, $planning] = [app(Execution::class), app(Planning::class)];

    return min(array_map(static fn (): float => timed(static fn () => $planning->plan($workspace, $person, $decisions)), [1, 2, 3]));
};
$two = $copied(2000);
report_line('plan of copying 2,000 documents with 10,000 references', $two, 's', '< 1', $two < 1);
$growth = $copied(4000) / $copied(1000) / 4;
report_line('  its growth from 1,000 to 4,000, beside linear', $growth, '×', '≤ 1.5', $growth <= 1.5);

// A folder of so many files moves, and references in others follow.
$moved = static function (int $files, int $others) use ($person): array {
    mt_srand(1853);
    $all = [];
    for ($n = 0; $n < $files; $n++) {
        $all["parts/f{$n}.md"] = "# Part {$n}\n\n[other](../others/o".$n % $others.".md)\n".str_repeat("Some words that fill a line.\n", 30);
    }
    for ($n = 0; $n < $others; $n++) {
        $links = array_map(static fn (): string => '[x](../parts/f'.mt_rand(0, $files - 1).'.md)', range(1, (int) ceil(5 * $files / $others)));
        $all["others/o{$n}.md"] = "# Other {$n}\n\n".implode(' ', $links)."\n".str_repeat("Some words that fill a line.\n", 30);
    }
    $workspace = workspaceOf("move-{$files}", $all, $person);
    [$desk, $planning] = [app(Execution::class), app(Planning::class)];
    $decisions = Relocation::to($workspace, 'parts', 'kept/pieces');
    $plan = min(array_map(static fn (): float => timed(static fn () => $planning->plan($workspace, $person, $decisions)), [1, 2, 3]));
    $entry = null;
    $execution = timed(static function () use (&$entry, $desk, $workspace, $person, $decisions): void {
        $entry = $desk->save($workspace, $person, $decisions, null, null, 'move');
    });
    $written = $entry->lines->filter(static fn (OperationLine $line): bool => $line->after_hash !== null)->pluck('path')->all();
    $copies = array_map(static function (int $round) use ($written, $workspace): float {
        $target = "{$workspace->root}-copies-{$round}";
        mkdir($target);

        return timed(static function () use ($written, $workspace, $target): void {
            foreach ($written as $n => $path) {
                copy("{$workspace->root}/{$path}", "{$target}/{$n}");
                $file = fopen("{$target}/{$n}", 'r+b');
                fsync($file);
                fclose($file);
            }
        });
    }, [1, 2, 3]);

    return [$plan, $execution, median($copies), count($written), replacing("{$workspace->root}-copies-3", count($written))];
};
[$plan, $execution, $copy, $written, $replacing] = $moved(1000, 800);
report_line('plan of moving 1,000 files that 800 others point at', $plan, 's', '< 1', $plan < 1);
report_line("  its execution ({$written} files), in copying them with fsync", $execution / $copy, '×', '≤ 4', $execution / $copy <= 4);
report_line('  its seconds', $execution, 's', '', true);
report_line('  in replacing as many files, each with its fsync', $execution / $replacing, '×', '', true);
[$twice, $executionTwice] = $moved(2000, 1600);
$growth = max($twice / $plan, $executionTwice / $execution) / 2;
report_line('  the growth of both to 2,000, beside linear', $growth, '×', '≤ 1.5', $growth <= 1.5);

// Media that move as they are are neither read nor written.
$workspace = workspaceOf('media', array_combine(array_map(static fn (int $n): string => "stage/scene-{$n}.mp4", range(1, 6)), array_map(static fn (): string => random_bytes(16 << 20), range(1, 6))), $person);
$decisions = Relocation::to($workspace, 'stage', 'show/evening');
$hashing = median_of_three(static fn () => shell('sha256sum '.escapeshellarg($workspace->root).'/stage/*'));
$moving = timed(static fn () => app(Execution::class)->save($workspace, $person, $decisions, null, null, 'move'));
report_line('moving six media of 16 MiB, in sha256sum of them', $moving / $hashing, '×', '≤ 0.3', $moving / $hashing <= 0.3);
$twice = timed(static fn () => app(Execution::class)->save($workspace, $person, Relocation::to($workspace, 'show/evening', 'stage'), null, null, 'move'));
report_line('  and back at once, when only reading proves what they hold', $twice / $hashing, '×', '', true);

// Random work in memory.
$acts = $wrong = 0;
$seconds = timed(static function () use (&$acts, &$wrong): void {
    for ($seed = 100_000; $seed < 103_000; $seed++) {
        $case = WorkCase::run($seed, 3 + $seed % 12, 6, static fn (array $documents): MemoryWorked => new MemoryWorked($documents));
        $acts += $case['acts'];
        if ($case['wrong'] !== []) {
            $wrong++;
            echo implode("\n", $case['wrong']), "\n";
        }
    }
});
report_line("3,000 random workspaces, {$acts} acts, all taken back: wrong", $wrong, '', '0', $wrong === 0);
report_line('  its seconds', $seconds, 's', '', true);
