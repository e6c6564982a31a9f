<?php

declare(strict_types=1);

use App\Drafts\WorkingContent;
use App\Models\DraftStep;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Process\Process;
use Tests\Support\Harbour;

/** A web server of this test's own, which can be killed. */
function ownServer(): array
{
    $socket = stream_socket_server('tcp://127.0.0.1:0');
    $port = (int) substr(strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
    fclose($socket);
    $server = new Process([PHP_BINARY, '-d', 'opcache.enable=1', '-S', "127.0.0.1:{$port}", '-t', base_path('public'), base_path('public/index.php')], base_path(), timeout: null);
    $server->disableOutput()->start();
    for ($try = 0; $try < 200 && ! @fsockopen('127.0.0.1', $port); $try++) {
        usleep(25_000);
    }

    return [$server, "http://127.0.0.1:{$port}"];
}

/** @return array{int, ?int} the status, 0 where nothing was acknowledged, and the revision */
function putDraft(string $address, string $token, string $content, int $revision, float $seconds = 10): array
{
    $curl = curl_init($address);
    curl_setopt_array($curl, [
        CURLOPT_CUSTOMREQUEST => 'PUT', CURLOPT_POSTFIELDS => $content, CURLOPT_RETURNTRANSFER => true, CURLOPT_TIMEOUT_MS => (int) ($seconds * 1000),
        CURLOPT_HTTPHEADER => ["Authorization: Bearer {$token}", 'Accept: application/json', 'Content-Type: application/octet-stream', "If-Match: \"{$revision}\""],
    ]);
    $body = curl_exec($curl);
    $status = (int) curl_getinfo($curl, CURLINFO_RESPONSE_CODE);

    return [$body === false ? 0 : $status, $body === false ? null : (json_decode((string) $body, true)['revision'] ?? null)];
}

it('never loses what it has acknowledged, whenever it is killed', function () {
    $harbour = new Harbour(['a.md' => "# A\n"]);
    $token = $harbour->owner->createToken('test')->plainTextToken;
    $id = $harbour->document('a.md')->id;
    $acknowledged = 0;
    for ($round = 0; $round < 8; $round++) {
        [$server, $url] = ownServer();
        // Another process kills the server in the middle of the edits.
        $killer = new Process(['sh', '-c', 'sleep '.(0.05 + $round * 0.061).'; kill -9 '.(int) $server->getPid()]);
        $last = null;
        for ($edit = 0; $edit < 200; $edit++) {
            $revision = (int) DB::table('documents')->where('id', $id)->value('revision');
            $content = "# A\n\nround {$round}, edit {$edit}\n";
            [$status] = putDraft($url.$harbour->api("/documents/{$id}/draft"), $token, $content, $revision);
            if ($status !== 200) {
                break;
            }
            // The first answer shows that the server is up, however slow the machine.
            $last === null && $killer->start();
            $last = $content;
            $acknowledged++;
        }
        $killer->wait();
        Harbour::kill($server);
        $now = app(WorkingContent::class)->bytes($harbour->document('a.md'));
        if ($last !== null) {
            // The last one acknowledged, or the one after it that was not acknowledged any more.
            expect($now)->toBeIn([$last, $content]);
            expect(DraftStep::query()->where('document_id', $id)->where('hash', hash('sha256', $last))->exists())->toBeTrue();
        }
    }
    expect($acknowledged)->toBeGreaterThanOrEqual(8);
});

it('takes edits again after the database has stood still', function () {
    $harbour = new Harbour(['a.md' => "# A\n"]);
    $token = $harbour->owner->createToken('test')->plainTextToken;
    $id = $harbour->document('a.md')->id;
    [$server, $url] = ownServer();
    $address = $url.$harbour->api("/documents/{$id}/draft");
    expect(putDraft($address, $token, 'before', 0)[0])->toBe(200);
    $database = (int) trim((string) file_get_contents(getenv('HAFENBUCH_HOME').'/mariadb.pid'));
    // Whoever stops it without a word is woken again in any case.
    register_shutdown_function(static fn () => posix_kill($database, SIGCONT));
    posix_kill($database, SIGSTOP);
    [$status] = putDraft($address, $token, 'while it stood still', 1, 1.5);
    posix_kill($database, SIGCONT);
    expect($status)->toBe(0, 'nothing was acknowledged that was not kept');
    for ($try = 0, $status = 0; $try < 100 && $status !== 200; $try++) {
        [$status] = putDraft($address, $token, 'after', (int) DB::table('documents')->where('id', $id)->value('revision'));
    }
    expect($status)->toBe(200)->and(app(WorkingContent::class)->bytes($harbour->document('a.md')))->toBe('after');
    Harbour::kill($server);
});
