<?php

declare(strict_types=1);

use App\Support\LogLine;

return [
    'default' => 'lines',
    'channels' => [
        // One JSON value a line, a file a day.
        'lines' => [
            'driver' => 'daily',
            'path' => storage_path('logs/hafenbuch.log'),
            'days' => (require __DIR__.'/limits.php')['log_days'],
            'permission' => 0o600,
            'formatter' => LogLine::class,
        ],
        'emergency' => ['path' => storage_path('logs/hafenbuch.log')],
    ],
];
