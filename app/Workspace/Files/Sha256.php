<?php

declare(strict_types=1);

namespace App\Workspace\Files;

/** SHA-256 of contents (FIPS 180-4). OpenSSL uses more of the processor than PHP's own, which is worth its call for all but the smallest. */
final class Sha256
{
    /** Bytes from which on a call of OpenSSL takes less time. */
    private const WORTH = 2048;

    /** More than this is not taken into memory for it. */
    public const AT_ONCE = 64 * 1024 * 1024;

    public static function of(string $bytes): string
    {
        return strlen($bytes) < self::WORTH ? hash('sha256', $bytes) : (string) openssl_digest($bytes, 'sha256');
    }

    /** @return ?string null: it cannot be read */
    public static function ofFile(string $file): ?string
    {
        $size = @filesize($file);
        if ($size === false) {
            return null;
        }
        if ($size > self::AT_ONCE) {
            return @hash_file('sha256', $file) ?: null;
        }
        $bytes = @file_get_contents($file);

        return $bytes === false ? null : self::of($bytes);
    }
}
