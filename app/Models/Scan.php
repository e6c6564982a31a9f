<?php

declare(strict_types=1);

namespace App\Models;

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
 * @property float $seconds
 * @property ?string $message
 */
final class Scan extends Record
{
    public const QUEUED = 'queued';

    public const RUNNING = 'running';

    public const DONE = 'done';

    public const FAILED = 'failed';

    public const STOPPED = 'stopped';
}
