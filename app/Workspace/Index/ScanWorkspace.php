<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Scan;
use App\Models\Workspace;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/** Runs a scan in the queue; its row in the table shows the progress. */
final class ScanWorkspace implements ShouldQueue
{
    use Queueable;

    public int $timeout = 3600;

    public int $tries = 1;

    public function __construct(private readonly int $scanId, private readonly bool $isResumed = false) {}

    /** Asks for a scan, unless one is under way already. */
    public static function request(Workspace $workspace): Scan
    {
        $scan = Scan::latestOf($workspace);
        if ($scan === null || ! $scan->isUnderWay()) {
            $scan = Scanner::queue($workspace);
            self::dispatch($scan->id);
        }

        return $scan;
    }

    public function handle(Scanner $scanner): void
    {
        $scan = Scan::query()->find($this->scanId);
        $workspace = $scan === null ? null : Workspace::query()->find($scan->workspace_id);
        if ($scan !== null && $workspace !== null && $scan->state === Scan::QUEUED) {
            $ended = $scanner->runInTurns($workspace, $scan, $this->isResumed);
            if ($ended->state === Scan::QUEUED) {
                self::dispatch($scan->id, true);
            }
        }
    }

    public function failed(\Throwable $failure): void
    {
        Scan::query()->whereKey($this->scanId)->update(['state' => Scan::FAILED, 'message' => $failure->getMessage()]);
    }
}
