<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

final class InvalidDescription extends \RuntimeException
{
    public static function at(string $where, string $why): self
    {
        return new self(CrateDescription::FILE.($where === '' ? '' : ", {$where},")." {$why}.");
    }
}
