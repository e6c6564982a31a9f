<?php

declare(strict_types=1);

namespace App\Models;

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
 */
final class User extends Authenticatable
{
    use HasApiTokens;

    protected $dateFormat = 'Y-m-d H:i:s.v';

    protected $fillable = ['name', 'email', 'password'];

    protected $hidden = ['password', 'remember_token'];

    protected function casts(): array
    {
        return ['password' => 'hashed', 'watch' => 'array', 'preferences' => 'array', 'stands_down_until' => 'datetime'];
    }

    public function standsDown(): bool
    {
        return $this->stands_down_until?->isFuture() ?? false;
    }
}
