<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Write;

/** The file system refused: no space, no permission, a name that is taken. */
final class UnableToWrite extends \RuntimeException implements FileFailure
{
    /**
     * @param  ?string  $path  of the file in the workspace; null: it is a content of the store
     * @param  string  $why  as it can follow a colon
     */
    private function __construct(string $message, public readonly ?string $path, public readonly string $why, ?\Throwable $cause = null)
    {
        parent::__construct($message, 0, $cause);
    }

    public static function file(string $path, string $why, ?\Throwable $cause = null): self
    {
        return new self("{$path} cannot be written: {$why}.", $path, $why, $cause);
    }

    public static function taken(string $path): self
    {
        return self::file($path, 'a file has appeared there meanwhile');
    }

    public static function content(string $why, ?\Throwable $cause = null): self
    {
        return new self("The content store cannot keep a content: {$why}.", null, $why, $cause);
    }
}
