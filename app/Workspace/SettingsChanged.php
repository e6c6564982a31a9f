<?php

declare(strict_types=1);

namespace App\Workspace;

use App\Support\Refused;

/** Someone else has changed the settings since they were read. */
final class SettingsChanged extends Refused
{
    private function __construct(string $message, public readonly int $revision)
    {
        parent::__construct($message);
    }

    public static function to(int $revision): self
    {
        return new self('Someone else has changed the settings since you read them. Nothing was overwritten: look at them as they are now, then change them.', $revision);
    }
}
