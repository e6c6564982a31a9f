<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Editing;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Reference\ReferenceSite;

/** How references come into and go out of the contents of one format, while all else stays as it is. */
interface ReferenceEditing
{
    /**
     * Where a new reference can be written: places of length 0 whose notation writes all that holds the reference.
     *
     * @param  string  $bytes  a content that the format can read
     * @param  string  $label  what the target is called, for syntaxes that show it
     * @return list<ReferenceSite> at most one of each kind; the first suits a document, the others what their kind says
     */
    public function openings(string $bytes, string $label): array;

    /**
     * What must go for a reference to go.
     *
     * @return ?list<Change> null: its syntax has no way to leave only this out
     */
    public function removal(string $bytes, ReferenceSite $site): ?array;
}
