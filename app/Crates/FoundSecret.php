<?php

declare(strict_types=1);

namespace App\Crates;

use Hafenbuch\Core\Crate\Secrets\SecretRule;

/** A value that could give something away, and where it stands. */
final class FoundSecret
{
    public int $count = 0;

    /** @var array<string, true> */
    public array $paths = [];

    /** @param string $name what it is called where it was first found */
    public function __construct(public readonly SecretRule $rule, public readonly string $value, public readonly string $name) {}
}
