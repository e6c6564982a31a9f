<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\DraftStep;

/** A draft that was kept elsewhere than on the screen, and comes back. */
final readonly class ReturningDraft
{
    /**
     * @param  string  $documentId  of a document that has no draft now
     * @param  string  $hash  SHA-256; the store has the content
     * @param  ?string  $base  the content that it was begun on; null: it is not known, or there was none
     * @param  ?DraftStep  $step  where in the steps the person stood; null: it becomes a step of its own
     */
    public function __construct(public string $documentId, public string $hash, public ?string $base, public ?DraftStep $step) {}
}
