<?php

declare(strict_types=1);

return [
    'default' => env('CACHE_STORE', 'database'),
    'stores' => [
        'apc' => ['driver' => 'apc'],
        // Beside whatever transaction is under way, so that others see it at once.
        'beside' => ['driver' => 'database', 'table' => 'cache', 'connection' => 'lock', 'lock_connection' => 'lock'],
    ],
    // Memory that all workers of php-fpm share; on the command line, as in tests, there is none.
    'limiter' => function_exists('apcu_enabled') && apcu_enabled() ? 'apc' : null,
];
