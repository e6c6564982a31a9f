<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Support\Refused;

/** Changes were made from another content than the one that is there. */
final class ChangesDoNotFit extends Refused
{
    public static function made(string $path): self
    {
        return new self("The changes of {$path} were made from another content than the one that is here. Nothing was overwritten; send the whole content instead.");
    }
}
