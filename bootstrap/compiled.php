<?php

declare(strict_types=1);

/*
 * A command spends up to half of its time on compiling the program. PHP keeps what it has compiled in a folder if it is told so when it
 * starts (https://www.php.net/opcache.configuration, opcache.file_cache), so this process becomes one that was told. What is run from
 * there is as trusted as the program: the folder is only used where nobody but whoever runs the command can write or replace it.
 */
(static function (): void {
    $home = getenv('HAFENBUCH_HOME') ?: dirname(__DIR__).'/.var/main';
    // False where there is no such cache, and the folder where this was done.
    if (PHP_SAPI !== 'cli' || ini_get('opcache.file_cache') !== '' || ! function_exists('pcntl_exec') || ! function_exists('posix_geteuid')) {
        return;
    }
    $version = trim((string) file_get_contents(dirname(__DIR__).'/VERSION'));
    $framework = "{$home}/storage/framework";
    $folder = "{$framework}/compiled-{$version}";
    // A line of settings is made of it.
    if (preg_match('~^/[\w./-]+$~D', $folder) !== 1) {
        return;
    }
    $isOwn = static fn (string $one): bool => is_dir($one) && fileowner($one) === posix_geteuid() && (fileperms($one) & 0o022) === 0;
    // Before anything is made or taken away there: what the superuser makes, nobody else could use.
    if (! $isOwn($home) || ! $isOwn("{$home}/storage") || ! $isOwn($framework)) {
        return;
    }
    // Of two programs of one version, files can have equal times; those of another one are not needed any more.
    if (! is_dir($folder) && @mkdir($folder, 0o700)) {
        foreach (array_filter(array_diff(glob("{$framework}/compiled-*", GLOB_ONLYDIR) ?: [], [$folder]), $isOwn) as $old) {
            $inside = new RecursiveIteratorIterator(new RecursiveDirectoryIterator($old, FilesystemIterator::SKIP_DOTS), RecursiveIteratorIterator::CHILD_FIRST, RecursiveIteratorIterator::CATCH_GET_CHILD);
            foreach ($inside as $path => $one) {
                $one->isDir() && ! $one->isLink() ? @rmdir((string) $path) : @unlink((string) $path);
            }
            @rmdir($old);
        }
    }
    if (! $isOwn($folder)) {
        return;
    }
    // With all that PHP itself was told; the last of it may be empty.
    $told = explode("\0", substr((string) @file_get_contents('/proc/self/cmdline'), 0, -1));
    if (count($told) > 1) {
        $settings = ['enable_cli=1', 'file_cache_only=1', 'validate_timestamps=1', 'revalidate_freq=0', "file_cache={$folder}"];
        $options = array_merge(...array_map(static fn (string $setting): array => ['-d', "opcache.{$setting}"], $settings));
        @pcntl_exec(PHP_BINARY, [...$options, ...array_slice($told, 1)]);
    }
})();
