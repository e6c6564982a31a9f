<?php

declare(strict_types=1);

namespace App\Devices\Rack;

use Illuminate\Console\Command;

/** Runs the stand-in rack beside the web server. */
final class StandRack extends Command
{
    protected $signature = 'hafenbuch:rack {socket : Where it answers}';

    protected $description = 'Serve simulated devices';

    public function handle(): int
    {
        $rack = RackServer::at((string) $this->argument('socket'), new RackState(dirname(storage_path()).'/rack.json'));
        $isStopping = false;
        $this->trap([SIGTERM, SIGINT, SIGQUIT], static function () use (&$isStopping): void {
            $isStopping = true;
        });
        while (! $isStopping) {
            $rack->turn();
        }
        $rack->close();

        return self::SUCCESS;
    }
}
