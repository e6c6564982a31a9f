<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

final class UnableToRead extends \RuntimeException implements FileFailure
{
    public static function file(string $path, string $why): self
    {
        return new self("{$path} cannot be read: {$why}.");
    }

    public static function content(string $hash): self
    {
        return new self("The content {$hash} is not in the content store. Run bin/hafenbuch recover, or bring back the store from a backup.");
    }

    public static function damaged(string $hash): self
    {
        return new self("The content {$hash} is damaged in the content store, so it is not used; other versions are not touched by that. bin/hafenbuch check lists what is damaged; bring it back from a backup of the store.");
    }
}
