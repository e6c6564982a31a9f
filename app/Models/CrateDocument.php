<?php

declare(strict_types=1);

namespace App\Models;

/**
 * A file that went into a crate.
 *
 * @property int $id
 * @property int $crate_id
 * @property ?string $document_id null: it lay outside of the workspace
 * @property string $path in the workspace, or absolute
 * @property string $place in the crate
 * @property string $base_hash of the content before its references were led to the crate
 * @property string $hash of the content as packed
 * @property int $size as packed, in bytes
 * @property ?string $kept_hash the content before, where it is kept
 * @property ?string $without_hash the same without what was taken out of it, where something was
 */
final class CrateDocument extends Record
{
    public $timestamps = false;
}
