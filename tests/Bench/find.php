<?php

declare(strict_types=1);

/*
 * What it costs to read the words of 10,000 and of 100,000 documents, and to look for some of them: one person alone, and ten people who
 * type at once. Each question is a whole request, without the web server around it.
 */

use App\Finding\SearchIndex;
use App\Finding\Vocabularies;
use App\Models\User;
use App\Models\Workspace;
use App\Workspace\Index\Scanner;
use App\Workspace\Workspaces;
use Illuminate\Support\Facades\DB;
use Tests\Bench\Questions;

const PEOPLE = 10;
const TYPED_EACH = 40;
/** Between two keys of somebody who types. */
const KEY_MICROSECONDS = 250_000;
/** Seldom and frequent words, parts, errors, names, filters. */
const TYPED = ['t', 'ti', 'tid', 'tide', 'tide ga', 'tide gauge', 'w00300', 'w04711', 'w4711', 'w0471l', 'brass drum', '"tide gauge"', 'document 4711', 'ocument', 'the', 'w00001 w00002', 'w00001', 'in d07 w00300', 'of kind Markdown w00500', 'modified', 'changed today w00400', 'refers to f000005', 'stray', 'unsettled', 'xyzzy plugh'];

function wordy_workspace(int $count, User $person): Workspace
{
    mt_srand(1853);
    $folder = config('hafenbuch.roots')[0]."/words-{$count}";
    for ($n = 0; $n < $count; $n++) {
        $in = sprintf('%s/d%02d/e%02d', $folder, intdiv($n, 1000) % 100, intdiv($n, 50) % 20);
        is_dir($in) || mkdir($in, 0o777, true);
        $words = [];
        for ($k = 0; $k < 120; $k++) {
            // As in any language: few words stand everywhere, most in a few texts.
            $words[] = sprintf('w%05d', (int) (60_000 ** (mt_rand() / mt_getrandmax())));
        }
        $rare = $n % 500 === 7 ? "The brass drum of the tide gauge.\n\n" : '';
        file_put_contents(sprintf('%s/f%06d.md', $in, $n), "# Document {$n} of the house\n\n{$rare}[next](f".sprintf('%06d', $n + 1).'.md)'."\n\n".wordwrap(implode(' ', $words))."\n");
    }

    return Workspaces::add("words-{$count}", $folder, $person);
}

/** @param list<float> $values */
function percentile(array $values, float $share): float
{
    sort($values);

    return $values[(int) floor($share * (count($values) - 1))];
}

$person = User::query()->firstOrCreate(['email' => 'find@greetholm.example'], ['name' => 'Find', 'password' => 'tidegauge']);
foreach (array_map(intval(...), explode(',', getenv('BENCH_SIZES') ?: '10000,100000')) as $count) {
    $workspace = wordy_workspace($count, $person);
    app(Scanner::class)->run($workspace);
    $index = app(SearchIndex::class);
    gc_collect_cycles();
    memory_reset_peak_usage();
    $before = memory_get_usage();
    $seconds = timed(static fn () => $index->catchUp($workspace, INF));
    printf("%d documents, %d different words\n", $count, DB::table('search_words')->where('workspace_id', $workspace->id)->count());
    report_line('their words read', $count / $seconds, '/s', '≥ 2,000', $count / $seconds >= 2000);
    report_line('  its peak memory', (memory_get_peak_usage() - $before) / 2 ** 20, 'MiB', '< 128', memory_get_peak_usage() - $before < 128 * 2 ** 20);
    Vocabularies::of($workspace);
    $questions = new Questions($workspace, $person);
    $questions->ask('GET', '/find?q=w00300');
    $times = [];
    foreach (TYPED as $typed) {
        memory_reset_peak_usage();
        $bare = memory_get_usage();
        $milliseconds = min(array_map(static fn (): float => timed(static fn () => $questions->ask('GET', '/find?'.http_build_query(['q' => $typed]))) * 1000, range(1, 3)));
        $times[] = $milliseconds;
        printf("  %-30s %8.1f ms %6.1f MiB\n", $typed, $milliseconds, (memory_get_peak_usage() - $bare) / 2 ** 20);
    }
    report_line('found by one person, at most', max($times), 'ms', '< 150', max($times) < 150);
    $folder = sys_get_temp_dir().'/found-'.getmypid();
    mkdir($folder);
    $people = [];
    DB::disconnect();
    for ($one = 0; $one < PEOPLE; $one++) {
        $child = pcntl_fork();
        if ($child === 0) {
            mt_srand($one);
            $asking = new Questions($workspace, $person);
            $asking->ask('GET', '/find?q=w00300');
            $mine = [];
            foreach (range(1, TYPED_EACH) as $ignored) {
                usleep(mt_rand(KEY_MICROSECONDS >> 1, KEY_MICROSECONDS * 3 >> 1));
                $typed = TYPED[mt_rand(0, count(TYPED) - 1)];
                $mine[] = timed(static fn () => $asking->ask('GET', '/find?'.http_build_query(['q' => $typed]))) * 1000;
            }
            file_put_contents("{$folder}/{$one}", json_encode($mine));
            posix_kill(posix_getpid(), SIGKILL);
        }
        $people[] = $child;
    }
    array_map(static fn (int $child) => pcntl_waitpid($child, $status), $people);
    $times = array_merge(...array_map(static fn (int $one): array => json_decode((string) file_get_contents("{$folder}/{$one}"), true), range(0, PEOPLE - 1)));
    (new Illuminate\Filesystem\Filesystem)->deleteDirectory($folder);
    report_line('found by ten people at once, p50', percentile($times, 0.5), 'ms', '', true);
    report_line('  p95', percentile($times, 0.95), 'ms', '< 150', percentile($times, 0.95) < 150);
}
