<?php

declare(strict_types=1);

namespace App\Serving\News;

use App\Serving\Places;
use Illuminate\Console\Command;

/** Runs beside the web server, and lets pages wait for news. */
final class TellNews extends Command
{
    protected $signature = 'hafenbuch:news';

    protected $description = 'Let pages wait for news';

    public function handle(): int
    {
        $desk = NewsDesk::at(Places::configured()->news());
        $isStopping = false;
        $this->trap([SIGTERM, SIGINT, SIGQUIT], static function () use (&$isStopping): void {
            $isStopping = true;
        });
        while (! $isStopping) {
            $desk->turn();
        }
        $desk->close();

        return self::SUCCESS;
    }
}
