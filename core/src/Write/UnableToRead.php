<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

final class UnableToRead extends \RuntimeException implements FileFailure
{
    /**
     * @param  ?string  $path  of the file in the workspace; null: it is a content of the store
     * @param  ?string  $hash  of the content; null: it is a file
     * @param  string  $why  as it can follow a colon
     */
    private function __construct(string $message, public readonly ?string $path, public readonly ?string $hash, public readonly string $why, ?\Throwable $cause = null)
    {
        parent::__construct($message, 0, $cause);
    }

    public static function file(string $path, string $why, ?\Throwable $cause = null): self
    {
        return new self("{$path} cannot be read: {$why}.", $path, null, $why, $cause);
    }

    public static function content(string $hash): self
    {
        return new self("The content {$hash} is not in the content store. Run bin/hafenbuch recover, or bring back the store from a backup.", null, $hash, 'it is not in the content store');
    }

    public static function damaged(string $hash): self
    {
        return new self("The content {$hash} is damaged in the content store, so it is not used; other versions are not touched by that. bin/hafenbuch check lists what is damaged; bring it back from a backup of the store.", null, $hash, 'it is damaged in the content store');
    }
}
