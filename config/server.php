<?php

declare(strict_types=1);

/*
 * How this installation is reached. All of it comes from the settings file of the installation (HAFENBUCH_HOME/.env) or the environment.
 */
$list = static fn (?string $words): array => array_values(array_filter(preg_split('~[\s,]+~', (string) $words) ?: []));

return [
    'version' => trim((string) file_get_contents(dirname(__DIR__).'/VERSION')),

    // Where nginx listens.
    'host' => (string) env('HAFENBUCH_HOST', '127.0.0.1'),
    'port' => (int) env('HAFENBUCH_PORT', 8917),

    // Under which names it answers, beside that of APP_URL; “*” for any.
    'names' => $list(env('HAFENBUCH_NAMES')),

    // HTTPS by a certificate of its own: two PEM files.
    'certificate' => env('HAFENBUCH_TLS_CERTIFICATE'),
    'key' => env('HAFENBUCH_TLS_KEY'),

    // Proxies in front of it, as addresses or networks, whose X-Forwarded-For and X-Forwarded-Proto are believed.
    'proxies' => $list(env('HAFENBUCH_TRUSTED_PROXIES')),

    // Requests that are answered at the same time; by default four for each processor.
    'workers' => env('HAFENBUCH_WORKERS') === null ? null : (int) env('HAFENBUCH_WORKERS'),

    // Which devices there are: the address of a rack, as docs/devices.md describes; none: the stand-in rack, where that runs.
    'rack' => env('HAFENBUCH_RACK'),

    // By which a program may read /metrics; without one there are none.
    'metrics_token' => env('HAFENBUCH_METRICS_TOKEN'),
];
