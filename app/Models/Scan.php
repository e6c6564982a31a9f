<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Support\Carbon;

/**
 * One run over a workspace's folder.
 *
 * @property int $id
 * @property int $workspace_id
 * @property string $state
 * @property int $files
 * @property int $changed
 * @property int $references
 * @property int $strays
 * @property ?int $partly_read
 * @property float $seconds
 * @property ?string $message
 * @property Carbon $updated_at
 */
final class Scan extends Record
{
    public const QUEUED = 'queued';

    public const RUNNING = 'running';

    public const DONE = 'done';

    public const FAILED = 'failed';

    public const STOPPED = 'stopped';

    /** A scan tells several times a second how far it is; one that has been silent for so long has died. */
    private const SILENT_SECONDS = 300;

    /** So long one may wait for others. */
    private const WAITING_SECONDS = 3600;

    public static function latestOf(Workspace $workspace): ?self
    {
        return self::query()->where('workspace_id', $workspace->id)->latest('id')->first();
    }

    public function isUnderWay(): bool
    {
        $silent = (int) $this->updated_at->diffInSeconds(now());

        return ($this->state === self::RUNNING && $silent < self::SILENT_SECONDS) || ($this->state === self::QUEUED && $silent < self::WAITING_SECONDS);
    }
}
