<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\BelongsToMany;
use Illuminate\Foundation\Auth\User as Authenticatable;
use Illuminate\Support\Carbon;
use Laravel\Sanctum\HasApiTokens;

/**
 * A person.
 *
 * @property int $id
 * @property string $name
 * @property string $email
 * @property string $password
 * @property ?array<string, int> $watch
 * @property ?array<string, mixed> $preferences
 * @property ?Carbon $stands_down_until no recovery points are made until then
 * @property bool $is_administrator
 * @property ?Carbon $disabled_at
 * @property ?string $totp_secret in base 32 (RFC 4648)
 * @property ?Carbon $totp_since
 * @property ?int $totp_used
 * @property ?list<string> $recovery_codes hashes
 * @property ?Carbon $created_at
 * @property-read \Illuminate\Database\Eloquent\Collection<int, Workspace> $workspaces
 */
final class User extends Authenticatable
{
    use BootsItsTraits;
    use HasApiTokens;

    protected $table = 'users';

    protected $dateFormat = 'Y-m-d H:i:s.v';

    protected $fillable = ['name', 'email', 'password'];

    protected $attributes = ['is_administrator' => false];

    protected $hidden = ['password', 'remember_token', 'totp_secret', 'recovery_codes'];

    protected function casts(): array
    {
        return [
            'password' => 'hashed', 'watch' => 'array', 'preferences' => 'array', 'stands_down_until' => 'datetime',
            'is_administrator' => 'boolean', 'disabled_at' => 'datetime', 'totp_secret' => 'encrypted', 'totp_since' => 'datetime', 'recovery_codes' => 'array',
        ];
    }

    /** @return BelongsToMany<Workspace, $this> */
    public function workspaces(): BelongsToMany
    {
        return $this->belongsToMany(Workspace::class, 'workspace_members')->withPivot('role');
    }

    public function isDisabled(): bool
    {
        return $this->disabled_at !== null;
    }

    public function hasSecondFactor(): bool
    {
        return $this->totp_since !== null && $this->totp_secret !== null;
    }

    public function standsDown(): bool
    {
        return $this->stands_down_until?->isFuture() ?? false;
    }
}
