<?php

declare(strict_types=1);

namespace App\Rights;

use App\Models\Role;

/** What can be done in a workspace; whoever has one right has all before it. */
enum Right: int
{
    case Look = 0;

    case Draft = 1;

    case Save = 2;

    case Keep = 3;

    public static function of(Role $role): self
    {
        return match ($role) {
            Role::Reader => self::Look,
            Role::Writer => self::Save,
            Role::Keeper => self::Keep,
        };
    }

    public function includes(self $other): bool
    {
        return $this->value >= $other->value;
    }

    /** The role that has it. */
    public function role(): Role
    {
        return match ($this) {
            self::Look => Role::Reader,
            self::Draft, self::Save => Role::Writer,
            self::Keep => Role::Keeper,
        };
    }
}
