<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Support\Carbon;

/**
 * One document that a person has open.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $user_id
 * @property string $document_id
 * @property int $position
 * @property string $place
 * @property Carbon $opened_at
 * @property ?Carbon $closed_at since when it is in the hold
 */
final class QuayItem extends Record
{
    public const SHOWN = 'shown';

    public const HOLD = 'hold';

    /** Its document went; both come back together. */
    public const AWAY = 'away';

    public $timestamps = false;

    protected function casts(): array
    {
        return ['opened_at' => 'datetime', 'closed_at' => 'datetime'];
    }
}
