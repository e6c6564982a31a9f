<?php

declare(strict_types=1);

return [
    'default' => env('CACHE_STORE', 'database'),
    'stores' => ['apc' => ['driver' => 'apc']],
    // Memory that all workers of php-fpm share; on the command line, as in tests, there is none.
    'limiter' => function_exists('apcu_enabled') && apcu_enabled() ? 'apc' : null,
];
