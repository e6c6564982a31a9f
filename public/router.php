<?php

declare(strict_types=1);

/*
 * For PHP's own web server: a file of the built front end is served as it is, everything else by the application.
 */
$path = rawurldecode((string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH));
if (str_starts_with($path, '/build/') && ! str_contains($path, '..') && is_file(__DIR__.$path)) {
    return false;
}

require __DIR__.'/index.php';
