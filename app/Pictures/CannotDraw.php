<?php

declare(strict_types=1);

namespace App\Pictures;

/** Why a content cannot be shown in small, as the end of a sentence that begins with "cannot be shown". */
final class CannotDraw extends \RuntimeException
{
    public static function because(string $why): self
    {
        return new self("because {$why}");
    }
}
