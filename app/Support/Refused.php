<?php

declare(strict_types=1);

namespace App\Support;

/** A request that is understood and cannot be done. The message says what, where and the way out. */
class Refused extends \RuntimeException
{
    public static function because(string $message): self
    {
        return new self($message);
    }
}
