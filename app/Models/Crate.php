<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Carbon;

/**
 * A crate that was packed of documents of a workspace.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $number in its workspace
 * @property string $identity a ULID, by which it is known again
 * @property ?int $user_id
 * @property string $name
 * @property ?string $recipient
 * @property ?string $note
 * @property array<string, mixed> $wish what was chosen
 * @property ?string $file where it is kept, below the folder of crates
 * @property string $hash SHA-256 of the manifest of the payload
 * @property int $size in bytes
 * @property int $bytes of the payload
 * @property int $files
 * @property int $reference_count
 * @property int $lead_out
 * @property int $left_out
 * @property bool $is_lent whether it was packed to be worked on
 * @property Carbon $at
 * @property ?Carbon $ended_at when what was lent came back, or was said to
 * @property-read Workspace $workspace
 * @property-read ?User $person
 * @property-read \Illuminate\Database\Eloquent\Collection<int, CrateDocument> $documents
 */
final class Crate extends Record
{
    public $timestamps = false;

    protected function casts(): array
    {
        return ['wish' => 'array', 'is_lent' => 'boolean', 'at' => 'datetime', 'ended_at' => 'datetime'];
    }

    /** @return BelongsTo<Workspace, $this> */
    public function workspace(): BelongsTo
    {
        return $this->belongsTo(Workspace::class);
    }

    /** @return BelongsTo<User, $this> */
    public function person(): BelongsTo
    {
        return $this->belongsTo(User::class, 'user_id');
    }

    /** @return HasMany<CrateDocument, $this> */
    public function documents(): HasMany
    {
        return $this->hasMany(CrateDocument::class);
    }

    /** Whether its documents are with someone now. */
    public function isOut(): bool
    {
        return $this->is_lent && $this->ended_at === null;
    }
}
