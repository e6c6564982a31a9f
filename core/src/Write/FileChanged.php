<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

/** A file no longer has the content that the operation was planned on. Nothing of the operation remains. */
final class FileChanged extends \RuntimeException implements FileFailure
{
    private function __construct(string $message, public readonly string $path)
    {
        parent::__construct($message);
    }

    public static function at(string $path): self
    {
        return new self("{$path} was changed by another program while it was about to be saved. Nothing was written; look at the new plan.", $path);
    }
}
