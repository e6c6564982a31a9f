<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

/** A reference as it stands in a packed file. */
final readonly class PackedReference
{
    /**
     * @param  ?string  $to  path in the crate, whether or not there is a file
     * @param  ?LeadKind  $leadsOut  null: it ends at `to`
     */
    public function __construct(public string $raw, public string $kind, public ?string $to, public ?LeadKind $leadsOut) {}
}
