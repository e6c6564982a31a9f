<?php

declare(strict_types=1);

namespace App\Serving;

use App\Support\Refused;
use Illuminate\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/** What the framework would work out anew for each request, which is a quarter of the time of a small one: settings and addresses. */
final readonly class PreparedApplication
{
    private const PARTS = ['config' => 'config:cache', 'routes' => 'route:cache', 'events' => 'event:cache'];

    /**
     * @return array<string, string> by which the application finds it
     *
     * @throws Refused
     */
    public static function in(Places $places): array
    {
        $variables = [];
        foreach (array_keys(self::PARTS) as $part) {
            $variables['APP_'.strtoupper($part).'_CACHE'] = "{$places->run}/{$part}.php";
        }
        // What a server that was killed has left would be read by the one process while another takes it away.
        (new Filesystem)->delete(array_values($variables));
        $all = array_map(static function (string $command) use ($variables): Process {
            // Which memory the workers share is asked of the process that prepares.
            $process = new Process([PHP_BINARY, '-d', 'apc.enabled=1', '-d', 'apc.enable_cli=1', base_path('artisan'), $command], base_path(), $variables);
            $process->start();

            return $process;
        }, self::PARTS);
        foreach ($all as $part => $process) {
            if ($process->wait() !== 0) {
                throw Refused::because("The {$part} of the application could not be prepared: ".trim($process->getErrorOutput().$process->getOutput()));
            }
        }

        return $variables;
    }
}
