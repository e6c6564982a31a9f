<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * What one person has for another.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $user_id who is to hear it
 * @property ?int $from_id
 * @property string $document_id
 * @property string $kind
 * @property ?int $comment_id
 * @property ?string $text
 * @property Carbon $at
 * @property ?Carbon $done_at
 * @property-read ?User $from
 * @property-read Document $document
 */
final class Notice extends Record
{
    public const MENTION = 'mention';

    public const ASKED = 'lock asked for';

    public const GIVEN = 'lock given';

    public const NOT_YET = 'not yet';

    public $timestamps = false;

    protected function casts(): array
    {
        return ['at' => 'datetime', 'done_at' => 'datetime'];
    }

    /** @return BelongsTo<User, $this> */
    public function from(): BelongsTo
    {
        return $this->belongsTo(User::class, 'from_id');
    }

    /** @return BelongsTo<Document, $this> */
    public function document(): BelongsTo
    {
        return $this->belongsTo(Document::class);
    }
}
