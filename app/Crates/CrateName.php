<?php

declare(strict_types=1);

namespace App\Crates;

use App\Support\Refused;
use Hafenbuch\Core\Crate\PortableName;

/** What a crate is called, and its file. */
final class CrateName
{
    public const LENGTH = 120;

    /** @throws Refused */
    public static function of(string $name): string
    {
        $name = trim($name);
        if ($name === '' || mb_strlen($name) > self::LENGTH || ! mb_check_encoding($name, 'UTF-8') || preg_match('~[\x00-\x1f\x7f]~', $name) === 1) {
            throw Refused::because('A crate needs a name of 1 to '.self::LENGTH.' characters in one line.');
        }

        return $name;
    }

    /** The name of its folder and of its file, without an ending. */
    public static function file(string $name): string
    {
        return PortableName::of(str_replace('/', '-', $name))[0];
    }
}
