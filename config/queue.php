<?php

declare(strict_types=1);

return [
    // Work in the background that failed is told of in a file of this installation, as many as are worth looking at.
    'failed' => ['driver' => 'file', 'path' => storage_path('framework/failed-jobs.json'), 'limit' => 200],
];
