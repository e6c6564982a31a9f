<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\BelongsToMany;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

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
    /** @var array<int, ?Role> as asked for so far, by person */
    private array $roles = [];

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
        return $this->roleOf($user) !== null;
    }

    /** As it was when this object first asked for it, or after `refresh`. */
    public function roleOf(User $person): ?Role
    {
        if (! array_key_exists($person->id, $this->roles)) {
            $this->roles[$person->id] = Role::tryFrom((string) DB::table('workspace_members')->where('workspace_id', $this->id)->where('user_id', $person->id)->value('role'));
        }

        return $this->roles[$person->id];
    }

    public function refresh(): static
    {
        $this->roles = [];

        return parent::refresh();
    }

    /** Forgets who may do what, so that it is asked for anew. */
    public function forgetRoles(): void
    {
        $this->roles = [];
    }

    public function firstKeeper(): ?User
    {
        return User::query()->whereNull('disabled_at')->whereHas('workspaces', fn ($mine) => $mine->whereKey($this->id)->where('workspace_members.role', Role::Keeper->value))->orderBy('id')->first();
    }
}
