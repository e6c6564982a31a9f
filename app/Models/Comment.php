<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * What a person says about a document, or about a line of one of its versions.
 *
 * @property int $id
 * @property int $workspace_id
 * @property string $document_id
 * @property ?int $user_id
 * @property string $text
 * @property ?int $version
 * @property ?int $line counted from 1
 * @property Carbon $at
 * @property ?Carbon $settled_at
 * @property ?int $settled_by
 * @property-read ?User $person
 */
final class Comment extends Record
{
    public $timestamps = false;

    protected function casts(): array
    {
        return ['at' => 'datetime', 'settled_at' => 'datetime'];
    }

    /** @return BelongsTo<User, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(User::class, 'user_id');
    }
}
