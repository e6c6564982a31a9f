<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Retention;

/** The message says what is wrong with the rule and the way out. */
final class InvalidRule extends \InvalidArgumentException
{
    public static function because(string $message): self
    {
        return new self($message);
    }
}
