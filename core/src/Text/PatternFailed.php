<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Text;

/** A regular expression that could not be matched to its end, so that it is not known whether it matches. */
final class PatternFailed extends \RuntimeException
{
    public static function at(string $pattern): self
    {
        return new self(preg_last_error_msg().': '.mb_strimwidth(mb_scrub($pattern), 0, 80, '…'));
    }
}
