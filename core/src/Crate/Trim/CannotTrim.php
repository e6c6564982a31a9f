<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Trim;

/** A sound goes in whole. */
final class CannotTrim extends \RuntimeException
{
    public static function because(string $why): self
    {
        return new self($why);
    }
}
