<?php

declare(strict_types=1);

namespace App\Models;

/**
 * Something in a workspace that a person wants to come back to, or a folder of such.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $user_id who made it
 * @property bool $is_shared whether everyone in the workspace sees it
 * @property ?int $parent_id
 * @property int $position
 * @property string $kind
 * @property string $name
 * @property string $leads_to the document, session or view; of a search its words
 */
final class Bookmark extends Record
{
    public $timestamps = false;

    protected function casts(): array
    {
        return ['is_shared' => 'boolean'];
    }
}
