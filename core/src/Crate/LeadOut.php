<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

/** A reference of a packed file that does not end in the crate. */
final readonly class LeadOut
{
    /**
     * @param  string  $from  the end of the file that has it
     * @param  ?string  $end  null: nobody knows where it ends
     * @param  bool  $isAccepted  whether it may stay so
     */
    public function __construct(public string $from, public string $raw, public LeadKind $kind, public ?string $end, public string $why, public bool $isAccepted) {}
}
