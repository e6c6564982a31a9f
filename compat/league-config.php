<?php

declare(strict_types=1);

/*
 * Stands in for league/config, which the package registry lacks and league/commonmark needs.
 * Debian ships the same classes as php-league-config; this maps the namespace to them.
 * Delete it, and the line under "replace" in composer.json, once the registry has league/config.
 */
spl_autoload_register(static function (string $class): void {
    $prefix = 'League\\Config\\';
    if (! str_starts_with($class, $prefix)) {
        return;
    }
    $file = '/usr/share/php/League/Config/'.str_replace('\\', '/', substr($class, strlen($prefix))).'.php';
    if (is_file($file)) {
        require $file;
    }
});
