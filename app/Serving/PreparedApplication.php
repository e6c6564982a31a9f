<?php

declare(strict_types=1);

namespace App\Serving;

use App\Support\Refused;
use Illuminate\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/** What would be worked out anew for each request, which is half of the time of a small one: settings, addresses, and how its classes hang together. */
final readonly class PreparedApplication
{
    private const PARTS = ['config' => 'config:cache', 'routes' => 'route:cache', 'events' => 'event:cache'];

    /**
     * @param  array<string, string>  $variables  by which the application finds what is prepared
     * @param  string  $classes  the script by which php-fpm reads classes before it has workers
     */
    private function __construct(public array $variables, public string $classes) {}

    /** @throws Refused */
    public static function in(Places $places): self
    {
        $variables = [];
        foreach (array_keys(self::PARTS) as $part) {
            $variables[self::variable($part)] = "{$places->run}/{$part}.php";
        }
        $classes = "{$places->run}/classes.php";
        // What a server that was killed has left would be read by the one process while another takes it away.
        (new Filesystem)->delete([...array_values($variables), $classes]);
        $all = ['classes' => self::started(['hafenbuch:classes', $classes])];
        foreach (self::PARTS as $part => $command) {
            // Each knows its own alone: they are written beside one another, and half of one would be read.
            $all[$part] = self::started([$command], array_intersect_key($variables, [self::variable($part) => true]));
        }
        foreach ($all as $part => $process) {
            if ($process->wait() !== 0) {
                throw Refused::because("The {$part} of the application could not be prepared: ".trim($process->getErrorOutput().$process->getOutput()));
            }
        }

        return new self($variables, $classes);
    }

    private static function variable(string $part): string
    {
        return 'APP_'.strtoupper($part).'_CACHE';
    }

    /**
     * @param  list<string>  $command
     * @param  array<string, string>  $variables
     */
    private static function started(array $command, array $variables = []): Process
    {
        // Which memory the workers share is asked of the process that prepares.
        $process = new Process([PHP_BINARY, '-d', 'apc.enabled=1', '-d', 'apc.enable_cli=1', base_path('artisan'), ...$command], base_path(), $variables);
        $process->start();

        return $process;
    }
}
