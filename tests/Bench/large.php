<?php

declare(strict_types=1);

/*
 * What everyday questions cost in a workspace of 100,000 documents with 300,000 references that all hang together, and
 * how much more that is than in one of 10,000. Each is a whole request, without the web server around it.
 */

use App\Drafts\DraftDesk;
use App\Models\Document;
use App\Models\Role;
use App\Models\User;
use App\Models\Workspace;
use App\Quay\Quay;
use App\Workspace\Graph\WorkspaceGraphs;
use App\Workspace\Index\Scanner;
use Tests\Bench\Questions;

/**
 * Every document refers to the next, so that all hang together in one ring, and to two others; one is referred to by ten more, and the
 * thousand of one folder by three thousand.
 */
function large_workspace(string $name, int $count, User $person): Workspace
{
    mt_srand(1853);
    $folder = config('hafenbuch.roots')[0].'/'.$name;
    $path = static fn (int $n): string => sprintf('%s/f%06d.md', $n < 1000 ? 'parts' : sprintf('d%02d/e%02d', intdiv($n, 1000) % 100, intdiv($n, 50) % 20), $n);
    for ($n = 0; $n < $count; $n++) {
        if (! is_dir(dirname("{$folder}/{$path($n)}"))) {
            mkdir(dirname("{$folder}/{$path($n)}"), 0o777, true);
        }
        $more = match (true) {
            $n >= 1000 && $n < 4000 => [$n % 1000, mt_rand(1000, $count - 1)],
            $n >= 4000 && $n < 4010 => [4321, mt_rand(1000, $count - 1)],
            default => [mt_rand(1000, $count - 1), mt_rand(1000, $count - 1)],
        };
        $up = $n < 1000 ? '../' : '../../';
        $links = array_map(static fn (int $to): string => "[link]({$up}{$path($to)})", [($n + 1) % $count, ...$more]);
        file_put_contents("{$folder}/{$path($n)}", "# Document {$n} of the house\n\n".implode("\n", $links)."\n\nSome words of a chapter.\n");
    }

    return App\Workspace\Workspaces::add($name, $folder, $person);
}

const EDIT = 'keeping one edit, with its row, median of 60';

/** How often everything is asked, each time in another moment: what else the machine does makes all of a moment slow. */
const ROUNDS = 3;

/**
 * One question.
 *
 * @return array{float, float} milliseconds; and the most memory in MiB that a process takes which does nothing else: what the bench itself
 *                             holds of documents meanwhile is taken off
 */
function answered(callable $work): array
{
    static $bare = null;
    $bare ??= memory_get_usage();
    gc_collect_cycles();
    // Each is a request of its own.
    App\Workspace\Graph\LastGraph::forget();
    $before = memory_get_usage();
    memory_reset_peak_usage();
    $time = timed($work) * 1000;

    return [$time, ($bare + memory_get_peak_usage() - $before) / 2 ** 20];
}

/** The yardstick, in milliseconds: what PHP does most of the time, with twenty thousand small arrays that are made, looked up and sorted. */
function pace(): float
{
    return timed(static function (): void {
        $made = [];
        for ($n = 0; $n < 20_000; $n++) {
            $made[md5((string) $n)] = [$n, "document {$n}"];
        }
        ksort($made, SORT_STRING);
        $length = 0;
        foreach ($made as $key => [$n, $words]) {
            $length += strlen($words) + (isset($made[strrev((string) $key)]) ? 1 : 0) + $n;
        }
    }) * 1000;
}

$sizes = array_map(intval(...), explode(',', getenv('BENCH_SIZES') ?: '10000,100000'));
$person = User::query()->firstOrCreate(['email' => 'bench@greetholm.example'], ['name' => 'Bench', 'password' => 'tidegauge']);
$other = User::query()->firstOrCreate(['email' => 'bench-more@greetholm.example'], ['name' => 'Bench with more open', 'password' => 'tidegauge']);
$measured = $paces = [];
answered(static fn () => null);
foreach ($sizes as $count) {
    $workspace = large_workspace("large-{$count}", $count, $person);
    $scan = timed(static fn () => app(Scanner::class)->run($workspace));
    printf("%d documents; their first scan took %.1f s\n", $count, $scan);
    until_older($workspace->root);
    $workspace->members()->syncWithoutDetaching([$other->id => ['role' => Role::Keeper->value]]);
    [$questions, $others] = [new Questions($workspace, $person), new Questions($workspace, $other)];
    $some = Document::query()->where('workspace_id', $workspace->id)->where('path', 'like', 'd%')->inRandomOrder(1853)->limit(1200)->get();
    $desk = app(DraftDesk::class);
    foreach ($some->take(200) as $document) {
        $document->setRelation('workspace', $workspace);
        $desk->write($document, "# Changed {$document->path}\n\n[next](../../parts/f000001.md)\n", $person, null);
    }
    (new Quay($workspace, $person))->open($some->take(200)->pluck('id')->all());
    (new Quay($workspace, $other))->open($some->take(1000)->pluck('id')->all());
    $questions->ask('GET', '/quay');
    $renamed = Document::query()->where('workspace_id', $workspace->id)->where('path', 'like', 'd%/f004321.md')->firstOrFail();
    $moved = Document::query()->where('workspace_id', $workspace->id)->where('path', 'like', 'parts/%')->pluck('path', 'id')->map(static fn (string $path, string $id): array => ['document' => $id, 'kind' => 'move', 'path' => "kept/{$path}"])->values()->all();
    $drafts = $some->take(200)->map(static fn (Document $document): array => ['document' => $document->id, 'kind' => 'save'])->values()->all();
    $said = tempnam(sys_get_temp_dir(), 'peak');
    file_put_contents("{$said}.php", '<?php register_shutdown_function(static fn () => file_put_contents('.var_export($said, true).', (string) memory_get_peak_usage()));');
    $status = static function () use ($workspace, $said): void {
        [$code] = shell(PHP_BINARY." -d auto_prepend_file={$said}.php ".escapeshellarg(base_path('bin/hafenbuch')).' status '.escapeshellarg($workspace->slug));
        $code === 0 || throw new LogicException('status failed');
    };
    $take = static function (string $what, callable $work, ?callable $peak = null) use (&$measured, &$paces, $count): void {
        $paces[] = $pace = pace();
        [$time, $memory] = answered($work);
        $measured[$what][$count][] = [$time, $peak === null ? $memory : $peak(), $time / $pace];
    };
    for ($round = 0; $round < ROUNDS; $round++) {
        // Each of another document, since what is kept of the graph is further from the tables after each.
        foreach ($some->slice(-20 * ($round + 1), 20) as $document) {
            $take(EDIT, static function () use ($questions, $document): void {
                $content = $questions->ask('GET', "/documents/{$document->id}/content");
                $questions->ask('PATCH', "/documents/{$document->id}/draft", ['changes' => [['at' => 2, 'removed' => 0, 'inserted' => 'An ']], 'size' => strlen($content) + 3], $document->fresh()->revision);
            });
        }
        $take('quay with 200 open, the first after 20 edits', static fn () => $questions->ask('GET', '/quay'));
        $take('quay with 200 open', static fn () => $questions->ask('GET', '/quay'));
        $take('quay with 1000 open', static fn () => $others->ask('GET', '/quay'));
        $take('plan of one rename with 10 referrers', static fn () => $questions->ask('POST', '/plan', ['decisions' => [['document' => $renamed->id, 'kind' => 'move', 'path' => 'renamed.md']]]));
        $take('plan of moving 1,000 files that 3,000 refer to', static fn () => $questions->ask('POST', '/plan', ['decisions' => $moved]));
        $take('top folder in Files', static fn () => $questions->ask('GET', '/folder'));
        $take('a folder with 1,000 files', static fn () => $questions->ask('GET', '/folder?path=parts'));
        $take('finding a document by name', static fn () => $questions->ask('GET', '/documents?q=4321'));
        $take('plan of 200 drafts', static fn () => $questions->ask('POST', '/plan', ['decisions' => $drafts]));
        $take('references and strays counted', static fn () => app(WorkspaceGraphs::class)->counts($workspace));
        $take('rescan with nothing changed', static fn () => app(Scanner::class)->run($workspace));
        $take('status, as a command', $status, static fn (): float => (int) file_get_contents($said) / 2 ** 20);
    }
    array_map(unlink(...), [$said, "{$said}.php"]);
    $plan = json_decode($questions->ask('POST', '/plan', ['decisions' => $drafts]), true);
    $take('save of 200 drafts', static fn () => $questions->ask('POST', '/save', ['decisions' => $drafts, 'fingerprint' => $plan['fingerprint'], 'note' => null]));
    $many = Document::query()->toBase()->where('workspace_id', $workspace->id)->limit(20_000)->pluck('id')->map(static fn (string $id): array => ['document' => $id, 'decision' => ['kind' => 'save']])->all();
    for ($round = 0; $round < ROUNDS; $round++) {
        $take('20,000 decisions in one request', static fn () => $questions->ask('PATCH', '/decisions', ['choices' => $many]));
    }
}
$wanted = [
    EDIT => [60, 48], 'quay with 200 open, the first after 20 edits' => [250, 64], 'quay with 200 open' => [120, 64], 'quay with 1000 open' => [250, 64], 'plan of one rename with 10 referrers' => [150, 64],
    'plan of moving 1,000 files that 3,000 refer to' => [1500, 128], 'top folder in Files' => [150, 64], 'a folder with 1,000 files' => [250, 64], 'finding a document by name' => [80, 64],
    'plan of 200 drafts' => [1000, 96], 'references and strays counted' => [300, 64], 'rescan with nothing changed' => [3000, 96], 'status, as a command' => [1000, 64], 'save of 200 drafts' => [3000, 96], '20,000 decisions in one request' => [1000, 64],
];
/**
 * @param  list<array{float, float, float}>  $taken
 * @return array{float, float, float} milliseconds, MiB, and how often as long as the yardstick beside it: of edits the median, else of the best moment
 */
$told = static function (string $what, array $taken): array {
    usort($taken, static fn (array $one, array $another): int => $one[0] <=> $another[0]);
    [$time, , $ratio] = $taken[$what === EDIT ? intdiv(count($taken), 2) : 0];

    return [$time, max(array_column($taken, 1)), $ratio];
};
echo "\n";
foreach ($measured as $what => $bySize) {
    [$time, $memory, $ratio] = $told($what, $bySize[max($sizes)]);
    [$longest, $most] = $wanted[$what];
    $growth = $time / $told($what, $bySize[min($sizes)])[0];
    report_line($what.', at '.number_format(max($sizes)), $time, 'ms', "< {$longest} ms, < {$most} MiB", $time < $longest && $memory < $most);
    printf("  %.1f MiB; %.1f × what it takes at %s; %.1f × the yardstick beside it\n", $memory, $growth, number_format(min($sizes)), $ratio);
}
sort($paces);
printf("\nThe yardstick took %.1f ms at best, %.1f at the median, and %.1f or more in one of ten: so much slower was everything then.\n", $paces[0], median($paces), $paces[intdiv(9 * count($paces), 10)]);
