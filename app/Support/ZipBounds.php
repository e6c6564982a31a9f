<?php

declare(strict_types=1);

namespace App\Support;

/**
 * Looks at the end of a ZIP file before anything reads the list of its entries into memory
 * (PKWARE APPNOTE 6.3.10, sections 4.3.14 to 4.3.16).
 */
final class ZipBounds
{
    private const END = "PK\x05\x06";

    private const END_BYTES = 22;

    private const LONGEST_COMMENT = 65_535;

    private const END_64 = "PK\x06\x06";

    private const LOCATOR_64 = "PK\x06\x07";

    /** @throws Refused where there are more entries, or a longer list of them, than is taken */
    public static function check(string $file): void
    {
        $stream = @fopen($file, 'rb') ?: throw Refused::because('The file cannot be read.');
        try {
            [$entries, $bytes] = self::list($stream) ?? throw Refused::because('This is no ZIP file, or its end is missing. Was it sent whole?');
        } finally {
            fclose($stream);
        }
        if ($entries > (int) config('limits.session_entries') || $bytes > (int) config('limits.session_list')) {
            throw Refused::because("The ZIP file lists {$entries} entries in {$bytes} bytes; at most ".config('limits.session_entries').' are taken, in '.config('limits.session_list').' bytes. Nothing was taken in.');
        }
    }

    /**
     * @param  resource  $stream
     * @return ?array{int, int} entries, and bytes of their list
     */
    private static function list($stream): ?array
    {
        fseek($stream, 0, SEEK_END);
        $size = (int) ftell($stream);
        $from = max(0, $size - self::END_BYTES - self::LONGEST_COMMENT - 20);
        fseek($stream, $from);
        $tail = (string) stream_get_contents($stream);
        $at = strrpos($tail, self::END);
        if ($at === false || strlen($tail) - $at < self::END_BYTES) {
            return null;
        }
        $end = (array) unpack('ventries/Vbytes', substr($tail, $at + 10, 6));
        $locator = $at >= 20 ? substr($tail, $at - 20, 20) : '';
        if (! str_starts_with($locator, self::LOCATOR_64)) {
            return [$end['entries'], $end['bytes']];
        }
        fseek($stream, ((array) unpack('Pat', substr($locator, 8, 8)))['at']);
        $record = (string) fread($stream, 56);
        if (strlen($record) < 56 || ! str_starts_with($record, self::END_64)) {
            return null;
        }
        $long = (array) unpack('Pentries/Pbytes', substr($record, 32, 16));

        return [max($end['entries'] === 0xFFFF ? 0 : $end['entries'], $long['entries'] < 0 ? PHP_INT_MAX : $long['entries']), max($end['bytes'] === 0xFFFFFFFF ? 0 : $end['bytes'], $long['bytes'] < 0 ? PHP_INT_MAX : $long['bytes'])];
    }
}
