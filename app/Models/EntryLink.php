<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * A link by which a person gets in, once.
 *
 * @property int $id
 * @property string $purpose
 * @property string $secret_hash
 * @property string $email
 * @property ?int $user_id whose password is chosen anew
 * @property ?int $workspace_id
 * @property ?Role $role
 * @property bool $is_administrator
 * @property ?int $made_by
 * @property Carbon $at
 * @property Carbon $until
 * @property ?Carbon $used_at
 * @property-read ?Workspace $workspace
 * @property-read ?User $maker
 * @property-read ?User $person
 */
final class EntryLink extends Record
{
    public const INVITATION = 'invitation';

    public const RESET = 'reset';

    public $timestamps = false;

    protected function casts(): array
    {
        return ['at' => 'datetime', 'until' => 'datetime', 'used_at' => 'datetime', 'role' => Role::class, 'is_administrator' => 'boolean'];
    }

    /** @return BelongsTo<Workspace, $this> */
    public function workspace(): BelongsTo
    {
        return $this->belongsTo(Workspace::class);
    }

    /** @return BelongsTo<User, $this> */
    public function maker(): BelongsTo
    {
        return $this->belongsTo(User::class, 'made_by');
    }

    /** @return BelongsTo<User, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(User::class, 'user_id');
    }

    public function isOpen(): bool
    {
        return $this->used_at === null && $this->until->isFuture();
    }
}
