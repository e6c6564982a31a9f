<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Support\Carbon;
use Laravel\Sanctum\PersonalAccessToken;

/** A token of a program. When it was used is noted to the minute, since a write to the disk for every question would cost more than the question. */
final class AccessToken extends PersonalAccessToken
{
    use BootsItsTraits;

    private const NOTED_SECONDS = 60;

    protected $table = 'personal_access_tokens';

    /** @param array<string, mixed> $options */
    public function save(array $options = []): bool
    {
        $before = $this->getOriginal('last_used_at');
        $isOnlyUse = $this->exists && array_keys($this->getDirty()) === ['last_used_at'];

        return $isOnlyUse && $before instanceof Carbon && $before->isAfter(now()->subSeconds(self::NOTED_SECONDS)) ? true : parent::save($options);
    }
}
