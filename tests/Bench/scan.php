<?php

declare(strict_types=1);

/* One scan in a process of its own; prints its peak memory in bytes, with that of its readers, each taken as the largest. */

use App\Models\Workspace;
use App\Workspace\Index\Scanner;
use App\Workspace\Reading\Readers;
use Illuminate\Contracts\Console\Kernel;

require __DIR__.'/../../vendor/autoload.php';
$app = require __DIR__.'/../../bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();
$app->make(Scanner::class)->run(Workspace::query()->where('name', $argv[1])->firstOrFail());
echo memory_get_peak_usage(true) + Readers::processors() * getrusage(1)['ru_maxrss'] * 1024;
