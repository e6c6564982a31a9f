<?php

declare(strict_types=1);

$mariadb = [
    'driver' => 'mariadb',
    'host' => env('DB_HOST', '127.0.0.1'),
    'port' => env('DB_PORT', '3917'),
    'database' => env('DB_DATABASE', 'hafenbuch'),
    'username' => env('DB_USERNAME', 'hafenbuch'),
    'password' => env('DB_PASSWORD', ''),
    'charset' => 'utf8mb4',
    // File names that differ in one byte are different files.
    'collation' => 'utf8mb4_nopad_bin',
    'prefix' => '',
    'strict' => true,
    'engine' => 'InnoDB',
    'timezone' => '+00:00',
    'options' => [PDO::ATTR_TIMEOUT => 3, PDO::ATTR_EMULATE_PREPARES => true],
];

return [
    'default' => 'mariadb',
    'connections' => [
        'mariadb' => $mariadb,
        // Holds the row lock of a workspace while the other connection commits the operation's steps.
        'lock' => ['holds_locks' => true] + $mariadb,
    ],
    'migrations' => ['table' => 'migrations', 'update_date_on_publish' => false],
];
