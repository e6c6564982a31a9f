<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * The content of a document after a save. Number 0 is the content as found.
 *
 * @property int $id
 * @property string $document_id
 * @property int $number
 * @property string $hash
 * @property int $size
 * @property ?string $note
 * @property ?string $label a milestone’s name; a labelled version is never thinned out
 * @property ?int $changed_bytes
 * @property ?string $operation_id
 * @property ?int $user_id
 * @property Carbon $at
 * @property-read ?User $person
 * @property-read ?Operation $operation
 */
final class Version extends Record
{
    public $timestamps = false;

    protected function casts(): array
    {
        return ['at' => 'datetime'];
    }

    /** @return BelongsTo<User, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(User::class, 'user_id');
    }

    /** @return BelongsTo<Operation, $this> */
    public function operation(): BelongsTo
    {
        return $this->belongsTo(Operation::class);
    }
}
