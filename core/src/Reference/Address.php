<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

/**
 * Where a reference ends that ends at no path of the workspace: a path of the file system, a web address, a device, or text that names
 * nothing. Among paths it is told apart by a zero byte before it, which no path has.
 */
final class Address
{
    private const MARK = "\0";

    /** The end of a reference that is to be taken out. */
    public const NOWHERE = self::MARK;

    public const DEVICE = 'device:';

    public static function end(string $address): string
    {
        return self::MARK.$address;
    }

    /** @return ?string null: the end is a path of the workspace */
    public static function of(string $end): ?string
    {
        return str_starts_with($end, self::MARK) ? substr($end, strlen(self::MARK)) : null;
    }

    /** Whether an address is a path of the file system. */
    public static function isFile(string $address): bool
    {
        return str_starts_with($address, '/') && ! str_starts_with($address, '//');
    }
}
