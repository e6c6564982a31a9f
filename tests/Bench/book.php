<?php

declare(strict_types=1);

/*
 * A book that others wrote, in several charsets and with links in its folders, is moved about at random by the command line and taken back.
 * linkchecker, which knows nothing of us, says which references are broken before and after: each that was not broken before must stand in
 * a page of which a plan has warned.
 */

use App\Models\Document;
use App\Models\User;
use App\Workspace\Workspaces;
use Illuminate\Contracts\Console\Kernel;
use Symfony\Component\Process\Process;

require __DIR__.'/../../vendor/autoload.php';
$app = require __DIR__.'/../../bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();

const MOVES = 8;

[$book, $seed] = [rtrim((string) ($argv[1] ?? ''), '/'), (int) ($argv[2] ?? 1853)];
if (! is_dir($book)) {
    fwrite(STDERR, "Say which folder holds the book: bin/bench --book FOLDER [SEED]. The manual in Debian’s apache2-doc is a good one.\n");
    exit(2);
}
mt_srand($seed);
$person = User::query()->create(['name' => 'Ida', 'email' => 'ida@greetholm.example', 'password' => 'not used']);
$root = config('hafenbuch.roots')[0].'/book';
(new Process(['cp', '-a', $book, $root]))->mustRun();
(new Process(['chmod', '-R', 'u+w,a+rX', $root]))->mustRun();
$workspace = Workspaces::add('Book', $root, $person);

/** @return array<string, string> what each file holds, and each link says, by path */
function found(string $root): array
{
    $found = [];
    foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($root, FilesystemIterator::SKIP_DOTS)) as $file) {
        $path = (string) $file;
        $found[substr($path, strlen($root) + 1)] = is_link($path) ? 'link to '.readlink($path) : (string) hash_file('sha256', $path);
    }
    ksort($found);

    return $found;
}

/** @return array<string, array<string, int>> broken references by the page that has them */
function broken(string $root): array
{
    $settings = tempnam(sys_get_temp_dir(), 'check');
    file_put_contents($settings, "[checking]\nthreads=2\nmaxrequestspersecond=100000\n[output]\nstatus=0\nwarnings=0\nlog=csv\n");
    chmod($settings, 0o644);
    $pages = array_filter(array_keys(found($root)), static fn (string $path): bool => preg_match('~\.html?$~', $path) === 1);
    $process = new Process(['linkchecker', '-f', $settings, '-r', '1', '--ignore-url=^(https?|mailto|ftp|news|irc|nntp|javascript):', '-o', 'csv', ...array_map(static fn (string $page): string => "{$root}/{$page}", $pages)], timeout: 1800);
    $process->run();
    unlink($settings);
    if (! in_array($process->getExitCode(), [0, 1], true)) {
        fwrite(STDERR, "linkchecker did not run: {$process->getErrorOutput()}\nInstall it: apt-get install linkchecker\n");
        exit(2);
    }
    $broken = [];
    foreach (explode("\n", $process->getOutput()) as $line) {
        $cells = str_getcsv($line, ';');
        if (getenv('BOOK_LOG') && count($cells) > 8) {
            file_put_contents(getenv('BOOK_LOG'), "{$line}\n", FILE_APPEND);
        }
        if (count($cells) > 8 && $cells[6] === 'False' && str_starts_with($cells[1], 'file://')) {
            $page = substr(rawurldecode(substr($cells[1], 7)), strlen($root) + 1);
            $broken[$page][$cells[0]] = ($broken[$page][$cells[0]] ?? 0) + 1;
        }
    }

    return $broken;
}

/** @param list<string> $arguments */
function hafenbuch(array $arguments): array
{
    $process = new Process([PHP_BINARY, base_path('bin/hafenbuch'), ...$arguments, '--json'], timeout: 600);
    $process->run();

    return ['code' => $process->getExitCode(), 'json' => json_decode($process->getOutput(), true), 'error' => $process->getErrorOutput()];
}

$before = found($root);
$scan = hafenbuch(['scan', 'Book'])['json'];
$partly = hafenbuch(['partly-read', 'Book'])['json'];
$charsets = array_count_values(array_map(static fn (object $row): string => (string) $row->format, Document::query()->toBase()->where('workspace_id', $workspace->id)->get(['format'])->all()));
printf("%d files, %d links, %d references, %d strays; %d documents could not be read whole; %s\n", count($before), count(preg_grep('~^link to ~', $before)), $scan['references'], $scan['strays'], count($partly),
    implode(', ', array_map(static fn (string $format, int $count): string => "{$count} {$format}", array_keys($charsets), $charsets)));
$wasBroken = broken($root);
printf("broken before, as linkchecker says: %d in %d pages\n", array_sum(array_map(array_sum(...), $wasBroken)), count($wasBroken));

$ids = Document::query()->where('workspace_id', $workspace->id)->pluck('path', 'id')->all();
$warned = $entries = [];
for ($move = 1; $move <= MOVES; $move++) {
    $paths = array_values(Document::query()->kept()->where('workspace_id', $workspace->id)->where('is_gone', false)->pluck('path')->all());
    $path = $paths[mt_rand(0, count($paths) - 1)];
    // A file, or a folder at any height.
    for ($up = mt_rand(0, 2); $up > 0 && str_contains($path, '/'); $up--) {
        $path = dirname($path);
    }
    // linkchecker reads a percent-encoded name in the charset of the page, which no browser does; so these have none but ASCII.
    $to = ['moved', 'Moved & more (2)', 'a/b', ''][mt_rand(0, 3)];
    $to = ($to === '' ? dirname($path) : $to).'/'.($to === '' ? 'renamed-' : '').$move.'-'.basename($path);
    $to = ltrim($to, './');
    $from = hrtime(true);
    $plan = hafenbuch(['plan', 'Book', '--move', "{$path}={$to}"]);
    $saved = $plan['code'] === 0 && ($plan['json']['blockers'] ?? []) === [] ? hafenbuch(['save', 'Book', '--move', "{$path}={$to}", '--fingerprint', $plan['json']['fingerprint']]) : null;
    printf("%s → %s: %d lines, %d warnings, %.1f s%s\n", $path, $to, count($plan['json']['lines'] ?? []), count($plan['json']['warnings'] ?? []), (hrtime(true) - $from) / 1e9,
        $saved !== null && $saved['code'] === 0 ? '' : '; not done: '.trim(($plan['json']['blockers'][0]['message'] ?? '').($saved['error'] ?? $plan['error'])));
    if ($saved !== null && $saved['code'] === 0) {
        $entries[] = $saved['json']['entry'];
        foreach ($plan['json']['warnings'] as $warning) {
            if (str_starts_with($warning['message'], 'It is ') && str_contains($warning['message'], 'a link ')) {
                // Said once for all of them.
                $warned += array_fill_keys(Document::query()->where('workspace_id', $workspace->id)->where('format', 'link')->pluck('id')->all(), true);
            }
            $id = Document::at($workspace, $warning['path'])?->id;
            $warned[$id ?? $warning['path']] = true;
        }
    }
}
$isBroken = broken($root);
$new = $unwarned = 0;
foreach ($isBroken as $page => $references) {
    $id = Document::at($workspace, $page)?->id;
    $more = array_sum($references) - array_sum($wasBroken[$ids[$id] ?? $page] ?? []);
    $new += max(0, $more);
    if ($more > 0 && ! isset($warned[$id])) {
        $unwarned += $more;
        printf("  unwarned: %s: %s\n", $page, implode(', ', array_slice(array_keys($references), 0, 3)));
    }
}
printf("broken after %d moves: %d more than before, of which %d were not warned of (wanted: 0)\n", count($entries), $new, $unwarned);
$scanned = hafenbuch(['scan', 'Book'])['json'];
printf("strays: %d before, %d after\n", $scan['strays'], $scanned['strays']);
foreach (array_reverse($entries) as $entry) {
    $undone = hafenbuch(['undo', 'Book', (string) $entry]);
    if ($undone['code'] !== 0) {
        printf("  entry %d could not be taken back: %s\n", $entry, $undone['error']);
    }
}
$after = found($root);
$different = count(array_diff_assoc($before, $after)) + count(array_diff_key($after, $before));
printf("taken back: %d files or links differ (wanted: 0)\n", $different);
exit($unwarned + $different === 0 ? 0 : 1);
