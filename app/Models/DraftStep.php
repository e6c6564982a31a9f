<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * One edit of a document's working content.
 *
 * @property int $id
 * @property string $document_id
 * @property int $revision
 * @property string $hash of the content afterwards
 * @property int $size
 * @property ?int $parent_id the step that it was made from
 * @property ?int $at_byte
 * @property ?int $removed
 * @property ?string $inserted null: the store has the whole content
 * @property int $depth
 * @property int $weight
 * @property bool $has_content
 * @property string $summary
 * @property ?int $user_id
 * @property Carbon $at
 * @property-read ?User $person
 */
final class DraftStep extends Record
{
    public $timestamps = false;

    protected function casts(): array
    {
        return ['at' => 'datetime', 'has_content' => 'boolean'];
    }

    /** Whether its content is kept whole, and not as what it changes. */
    public function isWhole(): bool
    {
        return $this->inserted === null;
    }

    /** @return BelongsTo<User, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(User::class, 'user_id');
    }
}
