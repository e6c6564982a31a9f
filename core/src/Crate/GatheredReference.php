<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

use Hafenbuch\Core\Reference\TargetKind;

/** A reference of a file that may go into a crate. */
final readonly class GatheredReference
{
    /** @param ?string $end see Target::end(); null: it ends in the same file, or nobody knows where */
    public function __construct(public string $raw, public TargetKind $kind, public ?string $end) {}
}
