<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\BelongsToMany;
use Illuminate\Support\Carbon;

/**
 * A folder on the server, with its settings.
 *
 * @property int $id
 * @property string $name
 * @property string $slug
 * @property string $root absolute
 * @property array{ignore?: list<string>, follow?: string, templates?: ?string, numbering?: array<string, string>, namingRules?: array<string, array<string, mixed>>, undoDays?: int, steps?: int, retention?: array<string, mixed>, charset?: ?string, frontMatter?: list<string>} $settings
 * @property int $settings_revision
 * @property ?Carbon $scanned_at
 */
final class Workspace extends Record
{
    public const OWNER = 'owner';

    public const MEMBER = 'member';

    protected function casts(): array
    {
        return ['settings' => 'array', 'scanned_at' => 'datetime'];
    }

    public function getRouteKeyName(): string
    {
        return 'slug';
    }

    /** @return BelongsToMany<User, $this> */
    public function members(): BelongsToMany
    {
        return $this->belongsToMany(User::class, 'workspace_members')->withPivot('role');
    }

    public function hasMember(User $user): bool
    {
        return $this->members()->whereKey($user->id)->exists();
    }

    public function firstOwner(): ?User
    {
        return $this->members()->wherePivot('role', self::OWNER)->orderBy('users.id')->first();
    }
}
