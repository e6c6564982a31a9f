<?php

declare(strict_types=1);

namespace App\Crates;

use App\Support\Refused;
use Hafenbuch\Core\Crate\LeadOut;

/** References lead out of the crate, and nobody has said that they may. */
final class CrateUnsettled extends Refused
{
    /** @var list<LeadOut> */
    public array $leads = [];

    /** @param list<LeadOut> $leads */
    public static function because(string $message, array $leads = []): self
    {
        $unsettled = new self($message);
        $unsettled->leads = $leads;

        return $unsettled;
    }

    /** @param list<LeadOut> $leads */
    public static function by(array $leads): self
    {
        return self::because(count($leads).' references lead to what will not be in the crate ('.implode(', ', array_slice(array_unique(array_map(static fn (LeadOut $lead): string => "“{$lead->raw}”", $leads)), 0, 3)).(count($leads) > 3 ? ' …' : '').'). Mend them in Strays, take along what they lead to, or say that they may stay. Nothing was packed.', $leads);
    }
}
