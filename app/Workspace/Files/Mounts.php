<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use Hafenbuch\Core\Place\MountTable;

/** The file systems of this machine. */
final class Mounts
{
    private const LIST = '/proc/self/mountinfo';

    public static function now(): MountTable
    {
        return MountTable::of((string) @file_get_contents(self::LIST));
    }
}
