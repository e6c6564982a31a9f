<?php

declare(strict_types=1);

namespace App\Console;

use App\Contents\Inventory;
use App\Index\Scanner;
use App\Index\Watcher;
use App\Models\Workspace;
use App\Support\Interval;
use App\Watch\HourlyCare;
use App\Watch\PointKeeper;
use Illuminate\Console\Command;

/** Runs beside the web server: looks at open documents and drafts every two seconds, at whole folders every few minutes, and tidies every hour. */
final class WatchFiles extends Command
{
    private const LOOK_SECONDS = 2;

    private const SCAN_SECONDS = 120;

    private const TIDY_SECONDS = 3600;

    protected $signature = 'hafenbuch:watch {--once}';

    protected $description = 'Notice what other programs do to the files, make recovery points, and tidy';

    public function handle(Watcher $watcher, Scanner $scanner, PointKeeper $points, HourlyCare $care, Inventory $inventory): int
    {
        $scan = new Interval(self::SCAN_SECONDS);
        $tidy = new Interval(self::TIDY_SECONDS);
        do {
            [$isScan, $isTidy] = [$scan->isDue(), $tidy->isDue()];
            foreach (Workspace::query()->get() as $workspace) {
                $this->attempt(static fn (): int => $watcher->look($workspace));
                $this->attempt(static fn (): int => $points->look($workspace));
                if ($isScan) {
                    $this->attempt(static fn () => $scanner->run($workspace));
                }
                if ($isTidy) {
                    $this->attempt(static fn () => $care->of($workspace));
                }
            }
            $this->attempt(static fn () => $inventory->releaseSteps());
            if ($isTidy) {
                $this->attempt($care->ofTheStore(...));
            }
            if (! $this->option('once')) {
                sleep(self::LOOK_SECONDS);
            }
        } while (! $this->option('once'));

        return self::SUCCESS;
    }

    /** One workspace's trouble does not keep the others from being watched, nor one duty the next. */
    private function attempt(callable $work): void
    {
        try {
            $work();
        } catch (\Throwable $failure) {
            report($failure);
        }
    }
}
