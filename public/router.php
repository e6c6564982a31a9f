<?php

declare(strict_types=1);

/*
 * For PHP's own web server: a file of the built front end is served as it is, compressed where the build has done that, everything else
 * by the application. The name of an asset holds the hash of its content, so that whoever has it never asks again.
 */
$path = rawurldecode((string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH));
if (preg_match('~^/build/[\w./-]+$~D', $path) === 1 && ! str_contains($path, '..') && is_file(__DIR__.$path)) {
    $types = ['js' => 'text/javascript; charset=utf-8', 'css' => 'text/css; charset=utf-8', 'woff' => 'font/woff', 'woff2' => 'font/woff2', 'json' => 'application/json'];
    $type = $types[pathinfo($path, PATHINFO_EXTENSION)] ?? null;
    if ($type === null || ! str_starts_with($path, '/build/assets/')) {
        return false;
    }
    $file = __DIR__.$path;
    foreach (['br' => 'br', 'gzip' => 'gz'] as $coding => $ending) {
        if (is_file("{$file}.{$ending}") && preg_match("~(^|[\\s,]){$coding}(?!\\s*;\\s*q=0(\\.0*)?\\s*(,|$))\\s*(;|,|$)~", (string) ($_SERVER['HTTP_ACCEPT_ENCODING'] ?? '')) === 1) {
            header("Content-Encoding: {$coding}");
            $file .= ".{$ending}";
            break;
        }
    }
    header("Content-Type: {$type}");
    header('Vary: Accept-Encoding');
    header('X-Content-Type-Options: nosniff');
    header('Cache-Control: public, max-age=31536000, immutable');
    header('Content-Length: '.filesize($file));
    if ($_SERVER['REQUEST_METHOD'] !== 'HEAD') {
        readfile($file);
    }

    return true;
}

require __DIR__.'/index.php';
