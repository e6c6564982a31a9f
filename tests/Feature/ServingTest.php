<?php

declare(strict_types=1);

use Symfony\Component\Process\Process;
use Tests\Support\Harbour;
use Tests\Support\Installation;
use Tests\Support\Server;
use Tests\Support\WebServer;

afterEach(function () {
    isset($this->installation) && $this->installation->remove();
    isset($this->web) && $this->web->stop();
});

/** An installation with one workspace of so many documents, and whoever may write in it. */
function servedWorkspace(Installation $installation, int $documents): string
{
    mkdir("{$installation->home}/workspaces/house", 0o777, true);
    for ($n = 0; $n < $documents; $n++) {
        file_put_contents("{$installation->home}/workspaces/house/d{$n}.md", "# {$n}\n");
    }
    $installation->hafenbuch('person:add mara@greetholm.example Mara');
    $installation->hafenbuch("workspace:add house {$installation->home}/workspaces/house");
    $installation->hafenbuch('scan house');
    $token = $installation->bash('php artisan tinker --version >/dev/null 2>&1; php -r \'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); echo App\Models\User::query()->first()->createToken("test")->plainTextToken;\'');

    return trim($token->mustRun()->getOutput());
}

it('starts again whatever dies while people work, and loses nothing that was acknowledged', function () {
    $this->installation = $installation = new Installation(['HAFENBUCH_METRICS_TOKEN' => 'measured']);
    $refused = $installation->bash("bin/serve {$installation->home}");
    expect($refused->run())->toBe(1)->and($refused->getErrorOutput())->toContain('--migrate');
    $installation->start('--migrate');
    $token = servedWorkspace($installation, 3);
    $headers = ["Authorization: Bearer {$token}", 'Accept: application/json'];
    $api = "{$installation->url}/api/workspaces/house";
    $id = json_decode(Installation::ask("{$api}/documents?q=d1", $headers)[1], true)[0]['id'];
    $revision = 0;
    $content = '';
    $statuses = [];
    // The same draft is sent until it is acknowledged; after each acknowledgement the next one.
    $write = function () use ($api, $headers, $id, &$revision, &$content, &$statuses): bool {
        [$status, $body] = Installation::ask("{$api}/documents/{$id}/draft", [...$headers, 'Content-Type: application/octet-stream', "If-Match: \"{$revision}\""], 'PUT', $content = '# '.($revision + 1), 5);
        $statuses[$status] = ($statuses[$status] ?? 0) + 1;
        if ($status === 412) {
            // It had been kept, and the answer was lost.
            $revision = json_decode($body, true)['revision'];
        } elseif ($status === 200) {
            $revision = json_decode($body, true)['revision'];
        }

        return $status === 200;
    };
    expect($write())->toBeTrue();
    foreach (['php-fpm', 'nginx', 'news', 'queue', 'watch', 'database'] as $service) {
        $old = $installation->pid($service);
        expect($old)->not->toBeNull("{$service} runs");
        posix_kill($old, SIGKILL);
        $acknowledged = 0;
        for ($until = microtime(true) + 30; microtime(true) < $until && ($acknowledged < 3 || in_array($installation->pid($service), [null, $old], true));) {
            $write() ? $acknowledged++ : usleep(20_000);
        }
        expect($installation->pid($service))->not->toBeIn([null, $old], "{$service} runs again")->and($acknowledged)->toBeGreaterThanOrEqual(3, "people work again after {$service} died");
    }
    expect(array_diff(array_keys($statuses), [0, 200, 412, 503]))->toBe([], json_encode($statuses));
    expect(Installation::ask("{$api}/documents/{$id}/content", $headers)[1])->toBe($content);
    expect($installation->told())->toContain('nginx has ended')->toContain('database has ended');

    [$status, $body] = Installation::ask("{$installation->url}/ready");
    expect($status)->toBe(200, $body);
    // It ends where the database is away, and may just be starting again.
    for ($until = microtime(true) + 30; ($queue = $installation->pid('queue')) === null && microtime(true) < $until; usleep(20_000));
    posix_kill($queue, SIGSTOP);
    touch("{$installation->home}/storage/framework/alive/queue", time() - 5000);
    [$status, $body] = Installation::ask("{$installation->url}/ready");
    posix_kill($queue, SIGCONT);
    expect($status)->toBe(503)->and($body)->toContain('silent');
    expect(Installation::ask("{$installation->url}/metrics")[0])->toBe(404)->and(Installation::ask("{$installation->url}/metrics", ['Authorization: Bearer wrong'])[0])->toBe(404);
    [$status, $metrics] = Installation::ask("{$installation->url}/metrics", ['Authorization: Bearer measured']);
    expect($status)->toBe(200)->and($metrics)->toContain('hafenbuch_documents{workspace="house"} 3')->toContain('hafenbuch_drafts{workspace="house"} 1')->toMatch('~hafenbuch_requests_total\{route="PUT api/workspaces/\{workspace\}/documents/\{document\}/draft",status="200"\} [1-9]~');
});

it('lets a running save end when it is told to stop, and begins nothing more', function () {
    $this->installation = $installation = new Installation;
    $installation->start('--migrate');
    $token = servedWorkspace($installation, 1200);
    $headers = ["Authorization: Bearer {$token}", 'Accept: application/json', 'Content-Type: application/json'];
    $api = "{$installation->url}/api/workspaces/house";
    // Moving many files takes long enough to be met in the middle.
    $paths = array_map(static fn (int $n): string => "d{$n}.md", range(0, 1199));
    $decisions = json_decode(Installation::ask("{$api}/relocations", $headers, 'POST', json_encode(['paths' => $paths, 'into' => 'moved']))[1], true);
    $plan = json_decode(Installation::ask("{$api}/plan", $headers, 'POST', json_encode(['decisions' => $decisions]))[1], true);
    $save = new Process(['curl', '-sS', '-w', ' %{http_code}', '-X', 'POST', ...array_merge(...array_map(static fn (string $header): array => ['-H', $header], $headers)), '--data-binary', "@{$installation->home}/save.json", "{$api}/save"], timeout: 60);
    file_put_contents("{$installation->home}/save.json", json_encode(['decisions' => $decisions, 'fingerprint' => $plan['fingerprint'], 'note' => null]));
    $save->start();
    for ($until = microtime(true) + 20; microtime(true) < $until && ! is_dir("{$installation->home}/workspaces/house/moved"); usleep(2_000)) {
        // Its first file is on its way.
    }
    expect($save->isRunning())->toBeTrue()->and(count(glob("{$installation->home}/workspaces/house/moved/*.md")))->toBeLessThan(1200);
    $installation->signal(SIGTERM);
    $save->wait();
    expect($save->getOutput())->toEndWith(' 200', $save->getErrorOutput());
    for ($until = microtime(true) + 20; microtime(true) < $until && $installation->isRunning(); usleep(50_000)) {
        // It is stopping.
    }
    expect($installation->isRunning())->toBeFalse()->and(count(glob("{$installation->home}/workspaces/house/moved/*.md")))->toBe(1200)->and(Installation::ask("{$installation->url}/up")[0])->toBe(0);
});

it('serves by HTTPS with what belongs to it, and only under its names', function () {
    $folder = storage_path('tls-'.bin2hex(random_bytes(4)));
    mkdir($folder);
    (new Process(['openssl', 'req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', '-subj', '/CN=hafenbuch.test', '-keyout', "{$folder}/key.pem", '-out', "{$folder}/cert.pem"]))->mustRun();
    $this->web = WebServer::start(['HAFENBUCH_TLS_CERTIFICATE' => "{$folder}/cert.pem", 'HAFENBUCH_TLS_KEY' => "{$folder}/key.pem", 'HAFENBUCH_NAMES' => 'hafenbuch.test']);
    $url = $this->web->url;
    [$status, , $headers] = Installation::ask("{$url}/sanctum/csrf-cookie", ['Host: hafenbuch.test']);
    expect($status)->toBe(204)->and(strtolower($headers))->toContain('strict-transport-security')->toMatch('~set-cookie: [^\n]*secure~');
    expect(Installation::ask("{$url}/up", ['Host: evil.example'])[0])->toBe(421);
});

it('believes what a proxy says of the scheme only if it is trusted', function () {
    $this->web = WebServer::start(['HAFENBUCH_TRUSTED_PROXIES' => '127.0.0.1']);
    $url = $this->web->url;
    $asked = ['X-Forwarded-Proto: https', 'X-Forwarded-For: 192.0.2.7'];
    expect(strtolower(Installation::ask("{$url}/sanctum/csrf-cookie", $asked)[2]))->toMatch('~set-cookie: [^\n]*secure~')->toContain('strict-transport-security');
    $this->web->stop();
    $this->web = WebServer::start();
    $url = $this->web->url;
    expect(strtolower(Installation::ask("{$url}/sanctum/csrf-cookie", $asked)[2]))->not->toContain('secure')->not->toContain('strict-transport-security');
});

it('prepares each part without what is being written of another', function () {
    $serving = new Process([PHP_BINARY, base_path('artisan'), 'hafenbuch:serve', '--only-web'], base_path(), ['HAFENBUCH_HOST' => '127.0.0.1', 'HAFENBUCH_PORT' => (string) Server::freePort()], timeout: null);
    $serving->start();
    $seen = [];
    for ($until = microtime(true) + 30; count($seen) < 3 && microtime(true) < $until && $serving->isRunning(); usleep(2_000)) {
        foreach (explode(' ', trim((string) @file_get_contents("/proc/{$serving->getPid()}/task/{$serving->getPid()}/children"))) as $child) {
            $part = preg_match('~(config|route|event):cache~', (string) @file_get_contents("/proc/{$child}/cmdline"), $match) === 1 ? $match[1] : null;
            preg_match_all('~(?<=\0)APP_(CONFIG|ROUTES|EVENTS)_CACHE=(?![^\\0]*/storage/framework/)~', "\0".@file_get_contents("/proc/{$child}/environ"), $known);
            $seen += $part === null || $known[1] === [] ? [] : [$part => $known[1]];
        }
    }
    $serving->stop(20);
    ksort($seen);
    expect($seen)->toBe(['config' => ['CONFIG'], 'event' => ['EVENTS'], 'route' => ['ROUTES']]);
});

it('goes on answering while strangers read slowly, or send half a head', function () {
    $this->web = WebServer::start();
    $url = $this->web->url;
    $streams = [];
    for ($n = 0; $n < 200; $n++) {
        $streams[] = $slow = stream_socket_client('tcp'.substr($url, 4));
        // A reader that takes nothing, a head that never ends, and one that says nothing, in turns.
        fwrite($slow, ["GET /api/openapi.json HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n", "GET / HTTP/1.1\r\nHost: 127.0.", ''][$n % 3]);
    }
    $longest = 0.0;
    for ($n = 0; $n < 20; $n++) {
        $since = microtime(true);
        expect(Installation::ask("{$url}/api/session", ['Accept: application/json'])[0])->toBe(401);
        $longest = max($longest, microtime(true) - $since);
    }
    // With four workers each of which waited for such a reader it took from 13 to 58 s.
    expect($longest)->toBeLessThan(5.0);
    array_map(fclose(...), $streams);
});

it('tells a page that waits for news as soon as there is some, and of nothing otherwise', function () {
    $this->web = WebServer::start();
    $url = $this->web->url;
    $harbour = new Harbour(['a.md' => "# A\n"]);
    $headers = ['Authorization: Bearer '.$harbour->owner->createToken('test')->plainTextToken, 'Accept: application/json'];
    $pulse = $url.$harbour->api('/pulse');
    $last = json_decode(Installation::ask($pulse, $headers)[1], true)['last'];
    $since = microtime(true);
    $silence = json_decode(Installation::ask("{$pulse}?after={$last}&wait=1", $headers)[1], true);
    expect($silence['last'])->toBe($last)->and($silence['topics'])->toBe([])->and(microtime(true) - $since)->toBeGreaterThan(0.9);
    $waiting = new Process(['curl', '-s', '-H', $headers[0], '-H', $headers[1], "{$pulse}?after={$last}&wait=40"]);
    $waiting->start();
    // Held by the news once nginx has handed it over.
    $held = static fn (): bool => str_contains((string) shell_exec('ss -xp 2>/dev/null'), 'news.sock');
    for ($until = microtime(true) + 5; microtime(true) < $until && ! $held() && $waiting->isRunning(); usleep(20_000)) {
        // It is on its way.
    }
    expect($waiting->isRunning())->toBeTrue();
    $harbour->draft('a.md', "# B\n");
    $since = microtime(true);
    $waiting->wait();
    $news = json_decode($waiting->getOutput(), true);
    expect($news['topics'])->not->toBe([])->and($news['last'])->toBeGreaterThan($last)->and(microtime(true) - $since)->toBeLessThan(5.0);
    // Nobody waits for what is no business of theirs.
    $stranger = Harbour::person('Stranger')->createToken('test')->plainTextToken;
    expect(Installation::ask("{$pulse}?after={$last}&wait=5", ["Authorization: Bearer {$stranger}", 'Accept: application/json'])[0])->toBe(404);
    expect(Installation::ask("{$url}/-news/1/0/5/")[0])->toBe(404)->and(Installation::ask("{$url}/-waited")[0])->toBe(404)->and(Installation::ask("{$url}/-file/etc/passwd")[1])->not->toContain('root:');
});

it('lets nginx send files, in parts too, and never one that lies outside', function () {
    $this->web = WebServer::start();
    $url = $this->web->url;
    $harbour = new Harbour(['pictures/ä b%20c.png' => str_repeat('0123456789', 200_000), 'secret.txt' => 'of this workspace']);
    $headers = ['Authorization: Bearer '.$harbour->owner->createToken('test')->plainTextToken];
    $id = $harbour->document('pictures/ä b%20c.png')->id;
    $file = $url.$harbour->api("/documents/{$id}/file");
    [$status, $body, $head] = Installation::ask($file, $headers);
    expect($status)->toBe(200)->and(strlen($body))->toBe(2_000_000)->and($head)->toContain('sandbox')->toContain('image/png')->toContain('nosniff')->not->toContain('X-Accel')->not->toContain('X-Hafenbuch')->not->toContain($harbour->root);
    preg_match('~ETag: ("[^"]+")~', $head, $tag);
    expect(Installation::ask($file, [...$headers, "If-None-Match: {$tag[1]}"])[0])->toBe(304);
    [$status, $body] = Installation::ask($file, [...$headers, 'Range: bytes=1000005-1000014']);
    expect($status)->toBe(206)->and($body)->toBe('5678901234');
    expect(Installation::ask($url.$harbour->api('/show/'.rawurlencode('pictures').'/'.rawurlencode('ä b%20c.png')), $headers)[0])->toBe(200);
    // A draft of the same size, made within the same second, is another content.
    $harbour->draft('secret.txt', 'of that workspace');
    $secret = $url.$harbour->api("/documents/{$harbour->document('secret.txt')->id}/file");
    expect(Installation::ask($secret, $headers)[1])->toBe('of that workspace');
    expect(Installation::ask($url.$harbour->api("/documents/{$harbour->document('secret.txt')->id}/contents/draft"), $headers)[1])->toBe('of that workspace');

    // Folders and files are swapped for links all the while; the swapper changes faster than anyone can look.
    $outside = dirname(storage_path()).'/outside-'.bin2hex(random_bytes(4));
    mkdir($outside);
    file_put_contents("{$outside}/ä b%20c.png", 'of nobody here');
    $swapper = new Process([PHP_BINARY, '-r', '[$root, $outside] = [$argv[1], $argv[2]]; while (true) { @rename("$root/pictures", "$root/away"); @symlink($outside, "$root/pictures"); @unlink("$root/pictures"); @rename("$root/away", "$root/pictures"); }', $harbour->root, $outside]);
    $swapper->start();
    $answers = [];
    for ($n = 0; $n < 150; $n++) {
        [$status, $body] = Installation::ask($file, $headers);
        $answers[$status] = ($answers[$status] ?? 0) + 1;
        expect($body)->not->toContain('of nobody here');
    }
    $swapper->stop(0);
    expect($answers[200] ?? 0)->toBeGreaterThan(0);
    exec('rm -rf '.escapeshellarg($outside));
});

it('prepares the application anew, whatever a server that was killed has left', function () {
    $places = App\Serving\Places::of(sys_get_temp_dir().'/hafenbuch-prepared-'.bin2hex(random_bytes(4)), 1);
    foreach (['config', 'routes', 'events', 'classes'] as $part) {
        $places->write("{$part}.php", '<?php throw new LogicException("of a former server");');
    }
    App\Serving\PreparedApplication::in($places);
    foreach (['config', 'routes', 'events', 'classes'] as $part) {
        expect((string) file_get_contents("{$places->run}/{$part}.php"))->not->toContain('of a former server');
    }
    exec('rm -rf '.escapeshellarg($places->home));
});

it('gives its workers the classes that answers need before they are asked', function () {
    $places = App\Serving\Places::of(sys_get_temp_dir().'/hafenbuch-classes-'.bin2hex(random_bytes(4)), 1);
    $prepared = App\Serving\PreparedApplication::in($places);
    $ask = <<<'PHP'
        $known = fn (string $class): bool => class_exists($class, false) || interface_exists($class, false) || trait_exists($class, false);
        echo json_encode(array_map($known, [App\Drafts\DraftDesk::class, Hafenbuch\Core\Reference\Graph::class, Illuminate\Database\Eloquent\Model::class, App\Console\Save::class]));
        PHP;
    $process = new Process([PHP_BINARY, '-d', 'opcache.enable_cli=1', ...App\Serving\FpmConfiguration::options($prepared->classes), '-d', 'display_errors=stderr', '-r', $ask]);
    $process->mustRun();
    exec('rm -rf '.escapeshellarg($places->home));

    expect($process->getOutput())->toBe('[true,true,true,false]')->and($process->getErrorOutput())->toBe('');
});

it('begins with nobody: who has the printed code makes the first account, once, and registers the first folder', function () {
    $this->installation = $installation = new Installation;
    $installation->start('--migrate');
    mkdir("{$installation->home}/workspaces/house");
    file_put_contents("{$installation->home}/workspaces/house/a.md", '# A');
    for ($until = microtime(true) + 20; microtime(true) < $until && ! str_contains($told = $installation->told(), 'Ctrl+C');) {
        usleep(50_000);
    }
    expect(preg_match('~Code for the first account:\s+([0-9a-f]{4}(?:-[0-9a-f]{4}){2})~', $told, $found))->toBe(1, $told);
    $cookies = new GuzzleHttp\Cookie\CookieJar;
    $client = new GuzzleHttp\Client(['base_uri' => $installation->url, 'cookies' => $cookies, 'http_errors' => false, 'headers' => ['Accept' => 'application/json', 'Referer' => "{$installation->url}/"]]);
    $ask = function (string $method, string $path, array $body = []) use ($client, $cookies): array {
        $answer = $client->request($method, $path, ['json' => $body, 'headers' => ['X-XSRF-TOKEN' => urldecode((string) $cookies->getCookieByName('XSRF-TOKEN')?->getValue())]]);

        return [$answer->getStatusCode(), json_decode((string) $answer->getBody(), true)];
    };
    $client->get('/sanctum/csrf-cookie');
    expect($ask('GET', '/api/first-account'))->toBe([200, ['isNeeded' => true, 'isMailed' => false]]);
    $mara = ['name' => 'Mara', 'email' => 'mara@greetholm.example', 'password' => 'four herons over the weir'];
    expect($ask('POST', '/api/first-account', [...$mara, 'code' => '0000-0000-0000'])[0])->toBe(422)
        ->and($ask('POST', '/api/first-account', [...$mara, 'code' => $found[1], 'password' => 'password123'])[0])->toBe(422)
        ->and($ask('POST', '/api/first-account', [...$mara, 'code' => $found[1]]))->toMatchArray([200])
        ->and($ask('POST', '/api/first-account', [...$mara, 'email' => 'eve@greetholm.example', 'code' => $found[1]])[0])->toBe(422)
        ->and($ask('GET', '/api/session')[1])->toMatchArray(['name' => 'Mara', 'isAdministrator' => true]);
    [$status, $made] = $ask('POST', '/api/workspaces', ['name' => 'House', 'folder' => "{$installation->home}/workspaces/house"]);
    expect($status)->toBe(201)->and($made)->toMatchArray(['slug' => 'house', 'role' => 'keeper']);
    // The queue scans it.
    for ($until = microtime(true) + 20; microtime(true) < $until && ($ask('GET', '/api/workspaces/house/scan')[1]['state'] ?? '') !== 'done';) {
        usleep(100_000);
    }
    expect($ask('GET', '/api/workspaces/house/scan')[1])->toMatchArray(['state' => 'done', 'files' => 1]);
});
