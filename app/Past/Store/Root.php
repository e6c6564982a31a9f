<?php

declare(strict_types=1);

namespace App\Past\Store;

/** One reason to keep a content. */
final readonly class Root
{
    /** @param bool $isRequired whether something is lost without it; else it is only not freed */
    public function __construct(public string $hash, public string $what, public bool $isRequired) {}
}
