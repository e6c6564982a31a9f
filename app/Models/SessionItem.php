<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A document as a stage of a session has kept it.
 *
 * @property int $id
 * @property int $session_stage_id
 * @property int $position
 * @property ?int $workspace_id
 * @property string $workspace_name
 * @property ?string $document_id
 * @property string $path
 * @property ?string $title
 * @property ?string $saved_hash
 * @property ?int $size
 * @property bool $is_held
 * @property ?array<string, mixed> $view
 * @property ?string $draft_hash
 * @property ?int $draft_size
 * @property ?string $base_hash
 * @property ?int $first_step the step that the draft was begun on
 * @property ?int $step_id where in the steps the person stood
 * @property ?int $last_step the newest step then
 * @property ?string $steps_hash the steps of a draft from elsewhere, as a content
 * @property ?string $choice the decision, as a request gives it
 * @property ?string $label of the version that the file was
 * @property-read SessionStage $stage
 */
final class SessionItem extends Record
{
    public $timestamps = false;

    protected function casts(): array
    {
        return ['is_held' => 'boolean', 'view' => 'array'];
    }

    /** @return BelongsTo<SessionStage, $this> */
    public function stage(): BelongsTo
    {
        return $this->belongsTo(SessionStage::class, 'session_stage_id');
    }
}
