<?php

declare(strict_types=1);

/*
 * The drill: eight processes save, move, copy, undo, edit by HTTP, scan, and change files from outside in one workspace,
 * while processes, the web server and the database are killed. Afterwards everything is looked at independently.
 *   php together.php MINUTES WORKSPACES
 */

use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;
use Tests\Support\Drill\Drill;

require __DIR__.'/../../vendor/autoload.php';
$app = require __DIR__.'/../../bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();

const DOCUMENTS = 80;
const KILL_EVERY = 1.5;
const SERVER_EVERY = 20.0;
const DATABASE_EVERY = 45.0;

$seconds = (float) ($argv[1] ?? 30) * 60;
$drills = array_map(static fn (int $n): Drill => Drill::in("together-{$n}", DOCUMENTS), range(1, max(1, (int) ($argv[2] ?? 1))));
array_map(static fn (Drill $drill) => $drill->start($seconds), $drills);

/** Kills the database as a power failure of its machine would, and starts it again. */
function killDatabase(): void
{
    $home = (string) getenv('HAFENBUCH_HOME');
    posix_kill((int) trim((string) file_get_contents("{$home}/mariadb.pid")), SIGKILL);
    exec("sh {$home}/start-database.sh >>{$home}/mariadb.log 2>&1 &");
    for ($try = 0; $try < 600; $try++) {
        try {
            DB::purge();
            DB::select('select 1');

            return;
        } catch (PDOException) {
            usleep(100_000);
        }
    }

    throw new RuntimeException('The database did not come back.');
}

$started = microtime(true);
$next = ['kill' => KILL_EVERY, 'server' => SERVER_EVERY, 'database' => DATABASE_EVERY];
$databaseKills = 0;
while (($passed = microtime(true) - $started) < $seconds) {
    $drill = $drills[array_rand($drills)];
    if ($passed >= $next['kill']) {
        $next['kill'] += KILL_EVERY;
        $drill->killOne($seconds - $passed);
    }
    if ($passed >= $next['server']) {
        $next['server'] += SERVER_EVERY;
        $drill->killServer();
    }
    if ($passed >= $next['database'] && $passed < $seconds - 10) {
        $next['database'] += DATABASE_EVERY;
        killDatabase();
        $databaseKills++;
    }
    usleep(20_000);
}
$faults = 0;
foreach ($drills as $number => $drill) {
    $verdict = $drill->end();
    $faults += count($verdict->faults);
    foreach (array_slice($verdict->faults, 0, 40) as $fault) {
        echo "  fault: {$fault}\n";
    }
    printf("workspace %d: %d kills of processes; %s; %d faults\n", $number + 1, $drill->kills, implode(', ', array_map(static fn (string $what, int $count): string => "{$count} {$what}", array_keys($verdict->counts), $verdict->counts)), count($verdict->faults));
}
printf("%.0f minutes, %d kills of the database, %d faults\n", $seconds / 60, $databaseKills, $faults);
exit($faults === 0 ? 0 : 1);
