<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Support\Carbon;

/**
 * The unsaved working content of a document.
 *
 * @property string $document_id
 * @property string $hash
 * @property int $size
 * @property ?string $base_hash the saved content that it was begun on
 * @property ?string $change_words what differs from the saved content
 * @property ?int $user_id
 * @property ?Carbon $updated_at
 */
final class Draft extends Record
{
    protected $primaryKey = 'document_id';

    protected $keyType = 'string';

    public $incrementing = false;
}
