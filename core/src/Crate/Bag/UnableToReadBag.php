<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Bag;

final class UnableToReadBag extends \RuntimeException
{
    public static function entry(string $path, string $why): self
    {
        return new self("{$path} cannot be read: {$why}");
    }
}
