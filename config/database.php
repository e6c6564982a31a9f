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
    'options' => [
        PDO::ATTR_TIMEOUT => 3, PDO::ATTR_EMULATE_PREPARES => true,
        // From a thousand values on it would make a table of them, and may then read all rows to see which are in it
        // (https://mariadb.com/kb/en/conversion-of-big-in-predicates-into-subqueries/). And of more than 200 it would not look how much
        // each finds, but trust what it has counted of the table, which right after a first scan is far from true.
        PDO::MYSQL_ATTR_INIT_COMMAND => 'SET SESSION in_predicate_conversion_threshold = 0, eq_range_index_dive_limit = 0',
    ],
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
