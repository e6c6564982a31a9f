<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

/** The file system refused: no space, no permission, a name that is taken. */
final class UnableToWrite extends \RuntimeException implements FileFailure
{
    public static function file(string $path, string $why): self
    {
        return new self("{$path} cannot be written: {$why}.");
    }

    public static function taken(string $path): self
    {
        return new self("{$path} cannot be written: a file has appeared there meanwhile.");
    }

    public static function content(string $why): self
    {
        return new self("The content store cannot keep a content: {$why}.");
    }
}
