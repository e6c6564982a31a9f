<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

final class UnwritableValue extends \DomainException
{
    public static function in(string $syntax, string $value, string $why): self
    {
        return new self('“'.mb_strimwidth($value, 0, 80, '…')."” cannot be written in {$syntax}: {$why}.");
    }
}
