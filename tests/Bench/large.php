<?php

declare(strict_types=1);

/*
 * What everyday questions cost in a workspace of 100,000 documents with 300,000 references that all hang together, and
 * how much more that is than in one of 10,000. Each is a whole request, without the web server around it.
 */

use App\Drafts\DraftDesk;
use App\Models\Document;
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

/**
 * @return array{float, float} milliseconds, the best of three; and the most memory in MiB that a process takes which does nothing else:
 *                             what the bench itself holds of documents meanwhile is taken off
 */
function best(callable $work, int $turns = 3): array
{
    static $bare = null;
    $bare ??= memory_get_usage();
    $times = [];
    $peak = 0;
    for ($turn = 1; $turn <= $turns; $turn++) {
        gc_collect_cycles();
        // Each is a request of its own.
        App\Workspace\Graph\LastGraph::forget();
        $before = memory_get_usage();
        memory_reset_peak_usage();
        $times[] = timed(static fn () => $work($turn)) * 1000;
        $peak = max($peak, $bare + memory_get_peak_usage() - $before);
    }

    return [min($times), $peak / 2 ** 20];
}

$sizes = array_map(intval(...), explode(',', getenv('BENCH_SIZES') ?: '10000,100000'));
$person = User::query()->firstOrCreate(['email' => 'bench@greetholm.example'], ['name' => 'Bench', 'password' => 'tidegauge']);
$measured = [];
best(static fn () => null);
foreach ($sizes as $count) {
    $workspace = large_workspace("large-{$count}", $count, $person);
    $scan = timed(static fn () => app(Scanner::class)->run($workspace));
    printf("%d documents; their first scan took %.1f s\n", $count, $scan);
    until_older($workspace->root);
    $questions = new Questions($workspace, $person);
    $quay = new Quay($workspace, $person);
    $some = Document::query()->where('workspace_id', $workspace->id)->where('path', 'like', 'd%')->inRandomOrder(1853)->limit(1200)->get();
    $desk = app(DraftDesk::class);
    foreach ($some->take(200) as $document) {
        $document->setRelation('workspace', $workspace);
        $desk->write($document, "# Changed {$document->path}\n\n[next](../../parts/f000001.md)\n", $person, null);
    }
    $row = static function (string $what, array $result) use (&$measured, $count): void {
        $measured[$what][$count] = $result;
        printf("  %-52s %9.1f ms %8.1f MiB\n", $what, ...$result);
    };
    $questions->ask('GET', '/quay');
    $edited = $some->take(-100)->values();
    // The median of many: what is kept of the graph is further from the tables after each.
    $times = [];
    $peak = 0.0;
    foreach ($edited->take(60) as $document) {
        [$time, $memory] = best(function () use ($questions, $document): void {
            $content = $questions->ask('GET', "/documents/{$document->id}/content");
            $questions->ask('PATCH', "/documents/{$document->id}/draft", ['changes' => [['at' => 2, 'removed' => 0, 'inserted' => 'An ']], 'size' => strlen($content) + 3], $document->fresh()->revision);
        }, 1);
        $times[] = $time;
        $peak = max($peak, $memory);
    }
    $row('keeping one edit, with its row, median of 60', [median($times), $peak]);
    foreach ([200, 1000] as $open) {
        $quay->open($some->take($open)->pluck('id')->all());
        $row("quay with {$open} open", best(fn () => $questions->ask('GET', '/quay')));
    }
    $renamed = Document::query()->where('workspace_id', $workspace->id)->where('path', 'like', 'd%/f004321.md')->firstOrFail();
    $row('plan of one rename with 10 referrers', best(fn () => $questions->ask('POST', '/plan', ['decisions' => [['document' => $renamed->id, 'kind' => 'move', 'path' => 'renamed.md']]])));
    $parts = Document::query()->where('workspace_id', $workspace->id)->where('path', 'like', 'parts/%')->pluck('path', 'id');
    $row('plan of moving 1,000 files that 3,000 refer to', best(fn () => $questions->ask('POST', '/plan', ['decisions' => $parts->map(fn (string $path, string $id): array => ['document' => $id, 'kind' => 'move', 'path' => "kept/{$path}"])->values()->all()])));
    $row('top folder in Files', best(fn () => $questions->ask('GET', '/folder')));
    $row('a folder with 1,000 files', best(fn () => $questions->ask('GET', '/folder?path=parts')));
    $row('finding a document by name', best(fn () => $questions->ask('GET', '/documents?q=4321')));
    $drafts = $some->take(200)->map(fn (Document $document): array => ['document' => $document->id, 'kind' => 'save'])->values()->all();
    $row('plan of 200 drafts', best(fn () => $questions->ask('POST', '/plan', ['decisions' => $drafts])));
    $row('references and strays counted', best(fn () => app(WorkspaceGraphs::class)->counts($workspace)));
    $row('rescan with nothing changed', best(fn () => app(Scanner::class)->run($workspace)));
    $said = tempnam(sys_get_temp_dir(), 'peak');
    file_put_contents("{$said}.php", '<?php register_shutdown_function(static fn () => file_put_contents('.var_export($said, true).', (string) memory_get_peak_usage()));');
    $status = best(static function () use ($workspace, $said): void {
        [$code] = shell(PHP_BINARY." -d auto_prepend_file={$said}.php ".escapeshellarg(base_path('bin/hafenbuch')).' status '.escapeshellarg($workspace->slug));
        $code === 0 || throw new LogicException('status failed');
    });
    $row('status, as a command', [$status[0], (int) file_get_contents($said) / 2 ** 20]);
    array_map(unlink(...), [$said, "{$said}.php"]);
    $plan = json_decode($questions->ask('POST', '/plan', ['decisions' => $drafts]), true);
    $row('save of 200 drafts', best(fn () => $questions->ask('POST', '/save', ['decisions' => $drafts, 'fingerprint' => $plan['fingerprint'], 'note' => null]), 1));
    $many = Document::query()->toBase()->where('workspace_id', $workspace->id)->limit(20_000)->pluck('id')->map(static fn (string $id): array => ['document' => $id, 'decision' => ['kind' => 'save']])->all();
    $row('20,000 decisions in one request', best(fn () => $questions->ask('PATCH', '/decisions', ['choices' => $many])));
}
$wanted = [
    'keeping one edit, with its row, median of 60' => [60, 48], 'quay with 200 open' => [120, 64], 'quay with 1000 open' => [250, 64], 'plan of one rename with 10 referrers' => [150, 64],
    'plan of moving 1,000 files that 3,000 refer to' => [1500, 128], 'top folder in Files' => [150, 64], 'a folder with 1,000 files' => [250, 64], 'finding a document by name' => [80, 64],
    'plan of 200 drafts' => [1000, 96], 'references and strays counted' => [300, 64], 'rescan with nothing changed' => [3000, 96], 'status, as a command' => [1000, 64], 'save of 200 drafts' => [3000, 96], '20,000 decisions in one request' => [1000, 64],
];
echo "\n";
foreach ($measured as $what => $bySize) {
    [$time, $memory] = $bySize[max($sizes)];
    [$longest, $most] = $wanted[$what];
    $growth = $time / $bySize[min($sizes)][0];
    report_line($what.', at '.number_format(max($sizes)), $time, 'ms', "< {$longest} ms, < {$most} MiB", $time < $longest && $memory < $most);
    printf("  %.1f MiB; %.1f × what it takes at %s\n", $memory, $growth, number_format(min($sizes)));
}
