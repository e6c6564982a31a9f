<?php

declare(strict_types=1);

return [
    'default' => 'contents',
    'disks' => [
        // Framework files only; nothing of it is served.
        'local' => ['driver' => 'local', 'root' => storage_path('app'), 'serve' => false],
        'contents' => [
            'driver' => 'local',
            'root' => env('HAFENBUCH_CONTENTS', storage_path('contents')),
            'throw' => true,
        ],
    ],
];
