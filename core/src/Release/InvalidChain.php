<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Release;

final class InvalidChain extends \InvalidArgumentException
{
    public static function because(string $why): self
    {
        return new self("This is no chain of states: {$why}");
    }
}
