<?php

declare(strict_types=1);

/*
 * What it costs that 200 open pages learn of each other's edits: asking every 1.2 s, asking as often as the server says, and
 * waiting for news. Requests, bytes and processor time of everything that serves, and how long it takes until all have heard.
 */

use App\Models\Document;
use App\Models\User;
use App\Workspace\Index\Scanner;
use App\Workspace\Workspaces;
use Tests\Support\WebServer;

const PAGES = 200;
const PERIOD = 30;
const EDIT_EVERY = 6.0;

$folder = config('hafenbuch.roots')[0].'/news';
mkdir($folder);
file_put_contents("{$folder}/a.md", "# A\n");
$owner = User::query()->create(['email' => 'news@greetholm.example', 'name' => 'News', 'password' => 'tidegauge']);
$workspace = Workspaces::add('news', $folder, $owner);
app(Scanner::class)->run($workspace);
$token = $owner->createToken('bench')->plainTextToken;
$server = WebServer::start(['HAFENBUCH_REQUESTS_PER_MINUTE' => '100000']);

/** Processor time of the server, its children and the database, in seconds. */
$processor = static function () use ($server): float {
    $ticks = 0;
    $parents = [];
    foreach (glob('/proc/[0-9]*/stat') as $file) {
        $stat = (string) @file_get_contents($file);
        $fields = explode(' ', substr($stat, (int) strrpos($stat, ')') + 2));
        $parents[(int) basename(dirname($file))] = ['parent' => (int) ($fields[1] ?? 0), 'ticks' => array_sum(array_map(intval(...), array_slice($fields, 11, 4)))];
    }
    $database = (int) trim((string) file_get_contents(getenv('HAFENBUCH_HOME').'/mariadb.pid'));
    foreach ($parents as $pid => $own) {
        for ($up = $pid; isset($parents[$up]) && ! in_array($up, [$server->pid(), $database], true); $up = $parents[$up]['parent']) {
            // To whoever has started it.
        }
        $ticks += in_array($up, [$server->pid(), $database], true) ? $own['ticks'] : 0;
    }

    return $ticks / 100;
};
$document = Document::at($workspace, 'a.md')->id;
$run = static function (string $name, ?int $wait, ?float $fixed, bool $hasEdits) use ($server, $token, $document, $processor): array {
    $multi = curl_multi_init();
    $after = $next = $waiting = $heard = [];
    $revision = (int) Document::query()->whereKey($document)->value('revision');
    $begin = microtime(true);
    for ($n = 0; $n < PAGES; $n++) {
        $next[$n] = $begin + 1.2 * $n / PAGES;
    }
    $requests = $bytes = 0;
    $measured = false;
    $cpu = 0.0;
    $delays = [];
    $edit = INF;
    $told = 0.0;
    // In the first seconds every page learns where it is.
    while (($now = microtime(true)) < $begin + 5 + PERIOD) {
        if (! $measured && $now > $begin + 5) {
            [$measured, $cpu, $requests, $bytes, $edit] = [true, $processor(), 0, 0, $hasEdits ? $now + 1 : INF];
        }
        if ($now > $edit) {
            $edit = $now + EDIT_EVERY;
            $handle = curl_init("{$server->url}/api/workspaces/news/documents/{$document}/draft");
            curl_setopt_array($handle, [CURLOPT_CUSTOMREQUEST => 'PUT', CURLOPT_RETURNTRANSFER => true, CURLOPT_POSTFIELDS => "# {$now}\n", CURLOPT_HTTPHEADER => ["Authorization: Bearer {$token}", 'Content-Type: application/octet-stream', "If-Match: \"{$revision}\""]]);
            $revision = json_decode((string) curl_exec($handle), true)['revision'] ?? $revision;
            $told = microtime(true);
            $heard = [];
        }
        foreach ($next as $n => $at) {
            if ($at > $now || isset($waiting[$n])) {
                continue;
            }
            $query = http_build_query(array_filter(['after' => $after[$n] ?? null, 'visit' => sprintf('%026d', $n), 'wait' => isset($after[$n]) ? $wait : null], static fn (mixed $value): bool => $value !== null));
            $handle = curl_init("{$server->url}/api/workspaces/news/pulse?{$query}");
            curl_setopt_array($handle, [CURLOPT_RETURNTRANSFER => true, CURLOPT_HEADER => true, CURLOPT_HTTPHEADER => ["Authorization: Bearer {$token}", 'Accept: application/json']]);
            curl_multi_add_handle($multi, $handle);
            $waiting[$n] = $handle;
        }
        curl_multi_exec($multi, $running);
        curl_multi_select($multi, 0.02);
        while (($done = curl_multi_info_read($multi)) !== false) {
            $n = array_search($done['handle'], $waiting, true);
            unset($waiting[$n]);
            $answer = (string) curl_multi_getcontent($done['handle']);
            $requests++;
            $bytes += strlen($answer) + 300;
            $said = json_decode(substr($answer, (int) curl_getinfo($done['handle'], CURLINFO_HEADER_SIZE)), true) ?? throw new RuntimeException($answer);
            curl_multi_remove_handle($multi, $done['handle']);
            $after[$n] = $said['last'];
            $next[$n] = microtime(true) + ($fixed ?? max(0.1, $said['next'] / 1000));
            if ($said['topics'] !== [] && $told > 0 && ! isset($heard[$n])) {
                $heard[$n] = true;
                $delays[] = microtime(true) - $told;
            }
        }
    }
    $spent = $processor() - $cpu;
    sort($delays);
    printf("  %-44s %7.1f requests/s, %8.1f kB/s, %5.1f %% of a processor%s\n", $name, $requests / PERIOD, $bytes / PERIOD / 1024, 100 * $spent / PERIOD, $delays === [] ? '' : sprintf(', heard after p50 %.2f s, p95 %.2f s', $delays[intdiv(count($delays), 2)], $delays[(int) (0.95 * (count($delays) - 1))]));

    return ['requests' => $requests / PERIOD, 'cpu' => $spent / PERIOD];
};
echo PAGES." open pages, nothing happens:\n";
$asking = $run('asking every 1.2 s', null, 1.2, false);
$said = $run('asking as often as the server says', null, null, false);
$waiting = $run('waiting for news', 50, null, false);
echo PAGES.' open pages, an edit every '.EDIT_EVERY." s:\n";
$askingEdits = $run('asking every 1.2 s', null, 1.2, true);
$run('asking as often as the server says', null, null, true);
$waitingEdits = $run('waiting for news', 50, null, true);
report_line('processor of waiting, of asking every 1.2 s, nothing happens', $waiting['cpu'] / $asking['cpu'], '', '< 0.2', $waiting['cpu'] / $asking['cpu'] < 0.2);
report_line('  with edits', $waitingEdits['cpu'] / $askingEdits['cpu'], '', '< 1', $waitingEdits['cpu'] / $askingEdits['cpu'] < 1);
$server->stop();
