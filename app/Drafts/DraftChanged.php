<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Support\Refused;

/** A draft was written by someone else since. */
final class DraftChanged extends Refused
{
    private function __construct(string $message, public readonly int $revision)
    {
        parent::__construct($message);
    }

    public static function to(int $revision, int $named): self
    {
        return new self("This document has moved on to revision {$revision} since you read revision {$named}. Nothing was overwritten; look at what is there now.", $revision);
    }
}
