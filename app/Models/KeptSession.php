<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\BelongsToMany;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Carbon;

/**
 * What a person had open, kept under a name; its stages hold what it was at each time.
 *
 * @property int $id
 * @property int $user_id
 * @property string $name
 * @property bool $is_before kept by itself before something else was opened
 * @property Carbon $at
 * @property-read User $person
 * @property-read \Illuminate\Database\Eloquent\Collection<int, SessionStage> $stages newest first
 * @property-read \Illuminate\Database\Eloquent\Collection<int, Workspace> $sharedWith
 */
final class KeptSession extends Record
{
    public $timestamps = false;

    protected function casts(): array
    {
        return ['is_before' => 'boolean', 'at' => 'datetime'];
    }

    /** @return HasMany<SessionStage, $this> */
    public function stages(): HasMany
    {
        return $this->hasMany(SessionStage::class)->orderByDesc('number');
    }

    /** @return BelongsTo<User, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(User::class, 'user_id');
    }

    /** @return BelongsToMany<Workspace, $this> */
    public function sharedWith(): BelongsToMany
    {
        return $this->belongsToMany(Workspace::class, 'session_shares');
    }

    /**
     * The person’s own, and those that are shared with a workspace of theirs.
     *
     * @param  Builder<self>  $query
     */
    public function scopeReadableBy(Builder $query, User $person): void
    {
        $query->where(static fn (Builder $either) => $either->where('user_id', $person->id)
            ->orWhereHas('sharedWith', static fn (Builder $with) => $with->whereHas('members', static fn (Builder $members) => $members->whereKey($person->id))));
    }

    public function isOf(User $person): bool
    {
        return $this->user_id === $person->id;
    }
}
