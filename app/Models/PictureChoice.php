<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * What of a document its small picture shows. It is no part of its content, and the same for everyone.
 *
 * @property string $document_id
 * @property ?int $user_id
 * @property array<array-key, mixed> $aspect as Hafenbuch\Core\Picture\Aspect says it
 * @property ?string $hash the content that it stays with; null: it is renewed with the document
 * @property Carbon $chosen_at
 * @property-read ?User $person
 */
final class PictureChoice extends Record
{
    public $timestamps = false;

    public $incrementing = false;

    protected $primaryKey = 'document_id';

    protected $keyType = 'string';

    protected function casts(): array
    {
        return ['aspect' => 'array', 'chosen_at' => 'datetime'];
    }

    /** @return BelongsTo<User, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(User::class, 'user_id');
    }
}
