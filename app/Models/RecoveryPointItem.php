<?php

declare(strict_types=1);

namespace App\Models;

/**
 * One draft of a recovery point.
 *
 * @property int $recovery_point_id
 * @property string $document_id
 * @property string $hash
 * @property int $size
 * @property ?string $base_hash
 */
final class RecoveryPointItem extends Record
{
    public $timestamps = false;

    public $incrementing = false;

    protected $primaryKey = 'document_id';

    protected $keyType = 'string';
}
