<?php

declare(strict_types=1);

/*
 * Runs a command of bin/hafenbuch that is killed just before it sends a statement.
 *   php dying.php PATTERN NTH COMMAND ARGUMENT…
 */

use App\Console\CommandLine;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;

require __DIR__.'/../../vendor/autoload.php';
$app = require __DIR__.'/../../bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();

[, $pattern, $nth] = $argv;
DB::connection()->beforeExecuting(static function (string $statement) use ($pattern, &$nth): void {
    if (preg_match($pattern, $statement) === 1 && --$nth === 0) {
        posix_kill(getmypid(), SIGKILL);
    }
});
exit(CommandLine::run($app, ['hafenbuch', ...array_slice($argv, 3)]));
