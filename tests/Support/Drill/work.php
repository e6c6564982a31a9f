<?php

declare(strict_types=1);

/*
 * One worker of a drill.
 *   php work.php WORKSPACE ROLE SECONDS LOG URL TOKEN
 */

use App\Models\Workspace;
use Illuminate\Contracts\Console\Kernel;
use Tests\Support\Drill\DrillLog;
use Tests\Support\Drill\Worker;

require __DIR__.'/../../../vendor/autoload.php';
$app = require __DIR__.'/../../../bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();

[, $slug, $role, $seconds, $log, $url, $token] = $argv;
for ($try = 0; ; $try++) {
    try {
        $workspace = Workspace::query()->where('slug', $slug)->firstOrFail();
        $person = $workspace->firstKeeper() ?? exit(1);

        break;
    } catch (PDOException) {
        $try < 100 || exit(1);
        usleep(100_000);
    }
}
(new Worker($workspace, $person, new DrillLog($log), ['url' => $url, 'token' => $token]))->work($role, microtime(true) + (float) $seconds);
