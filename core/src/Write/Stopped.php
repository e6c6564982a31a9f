<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

/** A person has stopped an operation; what was written has been taken back. */
final class Stopped extends \RuntimeException implements FileFailure
{
    public static function at(int $done, int $of): self
    {
        return new self("Stopped after {$done} of {$of} files, which have been taken back.");
    }
}
