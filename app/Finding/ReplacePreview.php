<?php

declare(strict_types=1);

namespace App\Finding;

use App\Models\Document;
use Hafenbuch\Core\Find\Excerpt;

/** The places of one document in which a text would be replaced. */
final readonly class ReplacePreview
{
    /**
     * @param  list<array{place: Excerpt, isReference: bool}>  $places
     * @param  bool  $isMore  whether there are more than are shown
     * @param  ?string  $problem  why it cannot be done there, or what it would break
     */
    public function __construct(public Document $document, public array $places, public bool $isMore, public ?string $problem, public bool $isPossible) {}
}
