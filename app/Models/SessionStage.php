<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Carbon;

/**
 * A session as it was kept at one time.
 *
 * @property int $id
 * @property int $kept_session_id
 * @property int $number
 * @property bool $has_everything whether drafts, steps, decisions and settings are kept too
 * @property ?string $note
 * @property ?string $label
 * @property array<string, mixed> $settings
 * @property int $documents
 * @property int $drafts
 * @property int $bytes of the drafts, each content once
 * @property Carbon $at
 * @property-read KeptSession $session
 */
final class SessionStage extends Record
{
    public $timestamps = false;

    protected function casts(): array
    {
        return ['has_everything' => 'boolean', 'settings' => 'array', 'at' => 'datetime'];
    }

    /** @return BelongsTo<KeptSession, $this> */
    public function session(): BelongsTo
    {
        return $this->belongsTo(KeptSession::class, 'kept_session_id');
    }

    /** @return HasMany<SessionItem, $this> */
    public function items(): HasMany
    {
        return $this->hasMany(SessionItem::class)->orderBy('position');
    }
}
