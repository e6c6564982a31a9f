<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Carbon;

/**
 * All drafts of one person's quay at one moment.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $user_id
 * @property string $reason
 * @property string $digest
 * @property int $newest_step the newest edit step then
 * @property Carbon $at
 * @property-read \Illuminate\Database\Eloquent\Collection<int, RecoveryPointItem> $items
 */
final class RecoveryPoint extends Record
{
    public $timestamps = false;

    protected function casts(): array
    {
        return ['at' => 'datetime'];
    }

    /** @return HasMany<RecoveryPointItem, $this> */
    public function items(): HasMany
    {
        return $this->hasMany(RecoveryPointItem::class);
    }
}
