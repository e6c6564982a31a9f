<?php

declare(strict_types=1);

/*
 * People who go on working, each with a request every second: the quay, a draft, a plan, news. Told over standard input:
 * {url, workspace, seconds, people: [{token, document}]}. Answers {milliseconds: [...], errors: [...]}.
 */

['url' => $url, 'workspace' => $workspace, 'seconds' => $seconds, 'people' => $people] = json_decode((string) stream_get_contents(STDIN), true);
$multi = curl_multi_init();
$begin = microtime(true);
$next = $revision = $turn = [];
foreach ($people as $n => $person) {
    $next[$n] = $begin + $n / count($people);
    $revision[$n] = $turn[$n] = 0;
}
$waiting = $times = $errors = [];
while (microtime(true) < $begin + $seconds || $waiting !== []) {
    foreach (microtime(true) < $begin + $seconds ? $people : [] as $n => $person) {
        if ($next[$n] > microtime(true) || isset($waiting[$n])) {
            continue;
        }
        $next[$n] = microtime(true) + 1;
        [$method, $path, $body, $type] = match ($turn[$n]++ % 4) {
            0 => ['PUT', "/documents/{$person['document']}/draft", "# Written {$turn[$n]}\n", 'application/octet-stream'],
            1 => ['GET', '/quay', null, null],
            2 => ['POST', '/plan', json_encode(['decisions' => [['document' => $person['document'], 'kind' => 'save']]]), 'application/json'],
            default => ['GET', '/pulse?after=0', null, null],
        };
        $handle = curl_init("{$url}/api/workspaces/{$workspace}{$path}");
        curl_setopt_array($handle, [
            CURLOPT_CUSTOMREQUEST => $method, CURLOPT_RETURNTRANSFER => true, CURLOPT_TIMEOUT => 60,
            CURLOPT_HTTPHEADER => array_values(array_filter(["Authorization: Bearer {$person['token']}", 'Accept: application/json', $type === null ? null : "Content-Type: {$type}", "If-Match: \"{$revision[$n]}\""])),
        ] + ($body === null ? [] : [CURLOPT_POSTFIELDS => $body]));
        curl_multi_add_handle($multi, $handle);
        $waiting[$n] = [$handle, microtime(true)];
    }
    curl_multi_exec($multi, $running);
    curl_multi_select($multi, 0.02);
    while (($done = curl_multi_info_read($multi)) !== false) {
        foreach ($waiting as $n => [$handle, $since]) {
            if ($handle !== $done['handle']) {
                continue;
            }
            $times[] = (microtime(true) - $since) * 1000;
            $status = curl_getinfo($handle, CURLINFO_RESPONSE_CODE);
            $answer = json_decode((string) curl_multi_getcontent($handle), true);
            $revision[$n] = $answer['revision'] ?? $revision[$n];
            if ($status !== 200 && $status !== 412) {
                $errors[] = $status.' '.substr(json_encode($answer) ?: '', 0, 200);
            }
            curl_multi_remove_handle($multi, $handle);
            unset($waiting[$n]);
        }
    }
}
echo json_encode(['milliseconds' => $times, 'errors' => $errors]);
