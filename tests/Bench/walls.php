<?php

declare(strict_types=1);

/*
 * Attacks on a server that runs as everywhere, while twenty people go on working in a workspace of their own: connections that
 * are slow or silent, requests and files made to cost much, and 10,000 swaps of a folder and a file for links that lead out.
 */

use App\Models\Document;
use App\Models\User;
use App\Quay\Quay;
use App\Workspace\Index\Scanner;
use App\Workspace\Workspaces;
use Symfony\Component\Process\Process;
use Tests\Support\Installation;
use Tests\Support\WebServer;

const COLLEAGUES = 20;
const SWAPS = 10_000;
const EACH_KIND = 200;

$roots = config('hafenbuch.roots')[0];
$made = static function (string $name, array $files, User $owner) use ($roots) {
    mkdir("{$roots}/{$name}");
    foreach ($files as $path => $content) {
        @mkdir(dirname("{$roots}/{$name}/{$path}"), 0o777, true);
        file_put_contents("{$roots}/{$name}/{$path}", $content);
    }
    $workspace = Workspaces::add($name, "{$roots}/{$name}", $owner);
    app(Scanner::class)->run($workspace);

    return $workspace;
};
$people = array_map(static fn (int $n): User => User::query()->create(['email' => "c{$n}@greetholm.example", 'name' => "Colleague {$n}", 'password' => 'tidegauge']), range(1, COLLEAGUES));
$files = [];
for ($n = 0; $n < 400; $n++) {
    $files[sprintf('d%03d.md', $n)] = sprintf("# Document %d\n\n[next](d%03d.md)\n", $n, ($n + 1) % 400);
}
$work = $made('work', $files, $people[0]);
$ids = Document::query()->where('workspace_id', $work->id)->orderBy('path')->pluck('id')->all();
$told = [];
foreach ($people as $n => $person) {
    $work->members()->syncWithoutDetaching([$person->id => ['role' => 'keeper']]);
    (new Quay($work, $person))->open(array_slice($ids, $n * 20, 20));
    $told[] = ['token' => $person->createToken('bench')->plainTextToken, 'document' => $ids[$n * 20]];
}
$server = WebServer::start();
$port = (int) parse_url($server->url, PHP_URL_PORT);

/** Lets the colleagues work while something happens, and tells how they fared. */
$meanwhile = static function (string $what, float $seconds, ?callable $attack) use ($server, $told): void {
    $colleagues = new Process([PHP_BINARY, __DIR__.'/colleagues.php'], timeout: null);
    $colleagues->setInput(json_encode(['url' => $server->url, 'workspace' => 'work', 'seconds' => $seconds, 'people' => $told]));
    $colleagues->start();
    $attack !== null && $attack($colleagues);
    $colleagues->wait();
    $said = json_decode($colleagues->getOutput(), true) ?? throw new RuntimeException($colleagues->getOutput().$colleagues->getErrorOutput());
    sort($said['milliseconds']);
    $p95 = $said['milliseconds'][(int) floor((count($said['milliseconds']) - 1) * 0.95)] ?? INF;
    report_line('20 people, p95, '.$what, $p95, 'ms', '< 300', $p95 < 300);
    report_line('  errors of '.count($said['milliseconds']).' requests', count($said['errors']), '', '0', $said['errors'] === []);
    foreach (array_slice(array_unique($said['errors']), 0, 3) as $error) {
        echo "  {$error}\n";
    }
};

$meanwhile('alone (warming up)', 5, null);
$meanwhile('alone', 12, null);

$attacker = User::query()->create(['email' => 'attacker@greetholm.example', 'name' => 'Attacker', 'password' => 'tidegauge']);
$own = $made('attacked', ['a.md' => "# A\n", 'large.png' => random_bytes(60 << 20)], $attacker);
$headers = ['Authorization: Bearer '.$attacker->createToken('bench')->plainTextToken, 'Accept: application/json', 'Content-Type: application/json'];
$api = "{$server->url}/api/workspaces/attacked";
$large = '/api/workspaces/attacked/documents/'.Document::at($own, 'large.png')->id.'/file';
$meanwhile('while '.EACH_KIND.' read slowly, '.EACH_KIND.' send half a head, '.EACH_KIND.' are silent', 15, static function (Process $colleagues) use ($port, $large, $headers): void {
    $streams = [];
    for ($n = 0; $n < 3 * EACH_KIND; $n++) {
        $stream = stream_socket_client("tcp://127.0.0.1:{$port}", timeout: 5);
        $asked = $n % 2 === 0 ? '/api/openapi.json' : $large;
        fwrite($stream, ["GET {$asked} HTTP/1.1\r\nHost: 127.0.0.1\r\n{$headers[0]}\r\n\r\n", "GET / HTTP/1.1\r\nHost: 127.0.0.", ''][$n % 3]);
        $streams[] = $stream;
    }
    $colleagues->wait();
    array_map(fclose(...), $streams);
});

$a = Document::at($own, 'a.md')->id;
$text = implode("\n", array_map(static fn (int $n): string => md5((string) $n), range(1, 15_500)));
$json = static fn (mixed $value): string => json_encode($value, JSON_INVALID_UTF8_SUBSTITUTE);
$ask = static fn (string $method, string $path, ?string $body = null, array $more = []) => Installation::ask($api.$path, [...$headers, ...$more], $method, $body, 120);
$revision = static fn (): int => (int) Document::query()->whereKey($a)->value('revision');
$hostile = [
    'a login of 40 MB' => static fn () => Installation::ask("{$server->url}/api/session", ['Content-Type: application/json', 'Accept: application/json'], 'POST', '{"email":"'.str_repeat('x', 40 << 20).'"}', 120),
    '20,000 decisions' => static fn () => $ask('POST', '/plan', $json(['decisions' => array_map(static fn (int $n): array => ['document' => sprintf('%026d', $n), 'kind' => 'save'], range(1, 20_000))])),
    '20,001 decisions' => static fn () => $ask('POST', '/plan', $json(['decisions' => array_fill(0, 20_001, ['document' => $a, 'kind' => 'save'])])),
    'a name of 200 é, taken' => static fn () => $ask('POST', "/documents/{$a}/copies", $json(['kind' => 'copy', 'rule' => ['prefix' => str_repeat('é', 100), 'suffix' => str_repeat('é', 100)]])),
    'a path that leads up' => static fn () => $ask('POST', "/documents/{$a}/copies", $json(['kind' => 'copy', 'paths' => [$a => '../../../etc/cron.d/x']])),
    'two texts of 510 KB, compared' => static function () use ($ask, $a, $text, $revision): array {
        $ask('PUT', "/documents/{$a}/draft", $text, ['Content-Type: application/octet-stream', "If-Match: \"{$revision()}\""]);
        $ask('PUT', "/documents/{$a}/draft", strrev($text), ['Content-Type: application/octet-stream', "If-Match: \"{$revision()}\""]);

        return $ask('GET', "/contrast?left={$a}:file&right={$a}:draft");
    },
    ...array_map(static fn (string $bytes): Closure => static fn () => $ask('PUT', "/documents/{$a}/draft", $bytes, ['Content-Type: application/octet-stream', "If-Match: \"{$revision()}\""]), [
        'Markdown of 700 KB of “<”' => str_repeat('<', 700_000), 'of “<a ”' => str_repeat('<a ', 230_000), 'of backticks' => implode(' ', array_map(static fn (int $n): string => str_repeat('`', $n), range(1, 1100))),
        'of nested lists' => str_repeat('- ', 300_000), 'of “[x]: <”' => str_repeat("[x]: <\n", 100_000), 'of “![”' => str_repeat('![', 350_000), 'of 400,000 references' => str_repeat("[a](b)\n", 400_000),
    ]),
    'an upload announced with 10^15 bytes' => static fn () => $ask('POST', '/uploads/parts', '{"size":1000000000000000}'),
    '100,000 names to look for' => static fn () => $ask('POST', '/uploads/check', $json(['paths' => array_map(static fn (int $n): string => "n{$n}", range(1, 100_000))])),
    'JSON of 200,000 levels' => static fn () => $ask('POST', '/plan', str_repeat('[', 200_000)),
];
$meanwhile('while hostile requests come one after the other', 25, static function (Process $colleagues) use ($hostile): void {
    foreach ($hostile as $what => $request) {
        $since = microtime(true);
        [$status] = $request();
        $seconds = microtime(true) - $since;
        report_line("  {$what}: ".($status === 0 ? 'no answer' : $status), $seconds, 's', '< 12, no fault of ours', $seconds < 12 && $status < 500 && $status > 0);
    }
});

$outside = "{$roots}-outside";
mkdir($outside);
file_put_contents("{$outside}/a.md", 'a secret');
$swapped = $made('swapped', ['sub/a.md' => 'inside', 'one.md' => 'inside', 'book.md' => '[a](sub/a.md) [b](one.md)'], $attacker);
$counter = "{$roots}-swaps";
$swapper = new Process([PHP_BINARY, base_path('tests/Support/swapping.php'), $swapped->root, $outside, $counter], timeout: null);
$swapper->start();
$api = "{$server->url}/api/workspaces/swapped";
$answers = $leaks = [];
$look = static function (array $answer) use (&$answers, &$leaks): array {
    $answers[$answer[0]] = ($answers[$answer[0]] ?? 0) + 1;
    str_contains($answer[1], 'a secret') && $leaks[] = substr($answer[1], 0, 100);

    return $answer;
};
$to = static fn (string $method, string $path, ?string $body = null, array $more = []): array => $look(Installation::ask($api.$path, [...$headers, ...$more], $method, $body, 30));
$begin = microtime(true);
for ($n = 0; ((int) @file_get_contents($counter) < SWAPS || array_sum($answers) < 300) && microtime(true) < $begin + 240; $n++) {
    foreach (['sub/a.md', 'one.md'] as $path) {
        $document = Document::query()->where('workspace_id', $swapped->id)->where('path', $path)->first();
        if ($document === null) {
            continue;
        }
        $to('GET', "/documents/{$document->id}/file");
        $to('GET', '/show/'.$path);
        $to('GET', "/documents/{$document->id}/contents/file");
        $to('PUT', "/documents/{$document->id}/draft", "inside {$n}", ['Content-Type: application/octet-stream', "If-Match: \"{$document->revision}\""]);
        $plan = json_decode($to('POST', '/plan', $json(['decisions' => [['document' => $document->id, 'kind' => 'save']]]))[1], true);
        $to('POST', '/save', $json(['decisions' => [['document' => $document->id, 'kind' => 'save']], 'fingerprint' => $plan['fingerprint'] ?? '', 'note' => null]));
    }
    $to('POST', "/uploads?path=sub/u{$n}.txt", "inside {$n}", ['Content-Type: application/octet-stream']);
    $moved = json_decode($to('POST', '/relocations', $json(['paths' => ['book.md'], 'to' => "sub/book-{$n}.md"]))[1], true);
    if (is_array($moved) && array_is_list($moved)) {
        $plan = json_decode($to('POST', '/plan', $json(['decisions' => $moved]))[1], true);
        $to('POST', '/save', $json(['decisions' => $moved, 'fingerprint' => $plan['fingerprint'] ?? '', 'note' => null]));
    }
    rescue(static fn () => app(Scanner::class)->run($swapped), report: false);
}
$swapper->stop(0);
$changed = array_diff(scandir($outside), ['.', '..', 'a.md']) !== [] || file_get_contents("{$outside}/a.md") !== 'a secret';
ksort($answers);
echo '  '.array_sum($answers).' requests while '.(int) @file_get_contents($counter).' swaps were made; answers: '.json_encode($answers)."\n";
report_line('  swaps', (int) @file_get_contents($counter), '', '>= '.SWAPS, (int) @file_get_contents($counter) >= SWAPS);
report_line('  answers with what lies outside', count($leaks), '', '0', $leaks === []);
report_line('  changed outside', $changed ? 1 : 0, '', '0', ! $changed);
report_line('  faults of ours', array_sum(array_intersect_key($answers, array_flip([500, 502, 504]))), '', '0', array_intersect_key($answers, array_flip([500, 502, 504])) === []);
$server->stop();
exec('rm -rf '.escapeshellarg($outside).' '.escapeshellarg($counter));
