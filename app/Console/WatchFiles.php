<?php

declare(strict_types=1);

namespace App\Console;

use App\Crates\CrateFolder;
use App\Finding\IndexDocuments;
use App\Finding\SearchIndex;
use App\Models\Scan;
use App\Models\Workspace;
use App\Past\HourlyUpkeep;
use App\Past\Recovery\PointKeeper;
use App\Past\Store\Inventory;
use App\Pictures\PictureFolder;
use App\Serving\Health\Heartbeat;
use App\Sessions\Carrying\ExportFolder;
use App\Support\Interval;
use App\Workspace\Index\ScanWorkspace;
use App\Workspace\Index\Watcher;
use Illuminate\Console\Command;

/** Runs beside the web server: looks at open documents and drafts every two seconds, asks for scans of whole folders, and tidies every hour. */
final class WatchFiles extends Command
{
    private const LOOK_SECONDS = 2;

    private const SCAN_SECONDS = 30;

    /** A large folder is scanned less often, so that scans take no more than a twentieth of the time. */
    private const SCAN_SHARE = 20;

    private const TIDY_SECONDS = 3600;

    protected $signature = 'hafenbuch:watch {--once}';

    protected $description = 'Notice what other programs do to the files, make recovery points, and tidy';

    public function handle(Watcher $watcher, PointKeeper $points, HourlyUpkeep $care, Inventory $inventory, ExportFolder $exports, CrateFolder $crates, SearchIndex $words): int
    {
        $tidy = new Interval(self::TIDY_SECONDS);
        $isStopping = false;
        $this->trap([SIGTERM, SIGINT, SIGQUIT], static function () use (&$isStopping): void {
            $isStopping = true;
        });
        do {
            Heartbeat::of(Heartbeat::WATCH);
            $isTidy = $tidy->isDue();
            foreach (Workspace::query()->get() as $workspace) {
                $this->attempt(static fn (): int => $watcher->look($workspace));
                $this->attempt(static fn (): int => $points->look($workspace));
                $this->attempt(fn () => $this->scan($workspace));
                $this->attempt(static fn () => $words->behind($workspace, 1) > 0 && IndexDocuments::request($workspace));
                if ($isTidy) {
                    $this->attempt(static fn () => $care->of($workspace));
                }
            }
            $this->attempt(static fn () => $inventory->releaseSteps());
            if ($isTidy) {
                $this->attempt($care->ofTheStore(...));
                $this->attempt($exports->forgetOld(...));
                $this->attempt($crates->sweep(...));
                $this->attempt(PictureFolder::sweep(...));
                $this->attempt($words->tidy(...));
            }
            $isStopping = $isStopping || $this->option('once');
            if (! $isStopping) {
                sleep(self::LOOK_SECONDS);
            }
        } while (! $isStopping);

        return self::SUCCESS;
    }

    /** In the queue, so that a long scan keeps nobody from being watched. */
    private function scan(Workspace $workspace): void
    {
        $last = Scan::latestOf($workspace);
        if ($last === null || $last->updated_at->diffInSeconds(now()) >= max(self::SCAN_SECONDS, self::SCAN_SHARE * $last->seconds)) {
            ScanWorkspace::request($workspace);
        }
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
