<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * How a person looks at a document. It is no part of its content.
 *
 * @property int $id
 * @property int $user_id
 * @property string $document_id
 * @property string $name empty: as they last did
 * @property array<string, mixed> $view
 * @property bool $is_default whether the document opens like this
 * @property bool $is_offered to everyone
 * @property Carbon $at
 * @property-read User $person
 */
final class DocumentView extends Record
{
    public $timestamps = false;

    protected function casts(): array
    {
        return ['view' => 'array', 'is_default' => 'boolean', 'is_offered' => 'boolean', 'at' => 'datetime'];
    }

    /** @return BelongsTo<User, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(User::class, 'user_id');
    }
}
