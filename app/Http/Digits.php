<?php

declare(strict_types=1);

namespace App\Http;

/** A number in an address, as many digits as fit into one. */
final class Digits
{
    public const PATTERN = '[0-9]{1,18}';
}
