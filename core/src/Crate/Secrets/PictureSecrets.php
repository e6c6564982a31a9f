<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Secrets;

use Hafenbuch\Core\Text\Pattern;
use Hafenbuch\Core\Text\PatternFailed;

/**
 * What pictures say of people and places: EXIF in JPEG (CIPA DC-008, section 4), and texts in PNG (PNG 3rd edition, section 11.3.3).
 * Values are overwritten where they stand, so that no other byte moves.
 */
final class PictureSecrets
{
    /** Tags of the first directory and of that of EXIF. */
    private const TAGS = [
        0x013B => [SecretRule::People, 'Artist'], 0x013C => [SecretRule::Paths, 'HostComputer'], 0x8298 => [SecretRule::People, 'Copyright'], 0x9C9D => [SecretRule::People, 'XPAuthor'],
        0xA430 => [SecretRule::People, 'CameraOwnerName'], 0xA431 => [SecretRule::Keys, 'BodySerialNumber'],
    ];

    private const EXIF = 0x8769;

    private const GPS = 0x8825;

    /** Bytes of one value, by its type. */
    private const SIZES = [1 => 1, 2 => 1, 3 => 2, 4 => 4, 5 => 8, 6 => 1, 7 => 1, 8 => 2, 9 => 4, 10 => 8, 11 => 4, 12 => 8];

    private const ENTRIES = 1000;

    /** Whether it can be one of those that are read, by its first bytes. */
    public static function isOne(string $head): bool
    {
        return str_starts_with($head, "\xFF\xD8\xFF") || str_starts_with($head, "\x89PNG\r\n\x1a\n");
    }

    /** @return list<PictureSecret> */
    public static function find(string $bytes): array
    {
        try {
            return match (true) {
                str_starts_with($bytes, "\xFF\xD8\xFF") => self::jpeg($bytes),
                str_starts_with($bytes, "\x89PNG\r\n\x1a\n") => self::png($bytes),
                default => [],
            };
        } catch (PatternFailed) {
            return [];
        }
    }

    /** @param list<PictureSecret> $secrets */
    public static function without(string $bytes, array $secrets): string
    {
        foreach ($secrets as $secret) {
            $bytes = substr_replace($bytes, str_repeat($secret->isText ? ' ' : "\0", $secret->length), $secret->offset, $secret->length);
            if ($secret->chunk !== null) {
                [$start, $length] = $secret->chunk;
                $bytes = substr_replace($bytes, pack('N', crc32(substr($bytes, $start, $length))), $start + $length, 4);
            }
        }

        return $bytes;
    }

    /** @return list<PictureSecret> */
    private static function jpeg(string $bytes): array
    {
        $found = [];
        for ($at = 2; $at + 4 <= strlen($bytes) && $bytes[$at] === "\xFF";) {
            $marker = ord($bytes[$at + 1]);
            $length = (ord($bytes[$at + 2]) << 8) | ord($bytes[$at + 3]);
            if ($marker === 0xDA || $marker === 0xD9 || $length < 2) {
                break;
            }
            if ($marker === 0xE1 && substr($bytes, $at + 4, 6) === "Exif\0\0") {
                array_push($found, ...self::exif($bytes, $at + 10, min(strlen($bytes), $at + 2 + $length)));
            } elseif ($marker === 0xE1 && str_starts_with(substr($bytes, $at + 4, 29), 'http://ns.adobe.com/xap/1.0/')) {
                array_push($found, ...self::xmp($bytes, $at + 4, min(strlen($bytes), $at + 2 + $length)));
            }
            $at += 2 + $length;
        }

        return $found;
    }

    /** @return list<PictureSecret> */
    private static function exif(string $bytes, int $start, int $end): array
    {
        $order = substr($bytes, $start, 2);
        if ($order !== 'II' && $order !== 'MM') {
            return [];
        }
        $reader = new ExifReader($bytes, $start, $end, $order === 'II');
        $found = [];
        $directories = [[$reader->long(4), false]];
        for ($head = 0; $head < count($directories) && $head < 8; $head++) {
            [$at, $isGps] = $directories[$head];
            foreach ($reader->entries((int) $at, self::ENTRIES) as [$tag, $type, $count, $valueAt]) {
                $size = (self::SIZES[$type] ?? 0) * $count;
                if ($tag === self::EXIF || $tag === self::GPS) {
                    $directories[] = [$reader->long($valueAt), $tag === self::GPS];

                    continue;
                }
                $place = $size > 4 ? $reader->long($valueAt) : $valueAt;
                [$rule, $name] = $isGps ? [SecretRule::Position, 'GPS'] : self::TAGS[$tag] ?? [null, ''];
                if ($rule !== null && $place !== null && $size > 0 && $start + $place + $size <= $end) {
                    $value = substr($bytes, $start + $place, $size);
                    if (trim($value, "\0 ") !== '') {
                        $found[] = new PictureSecret($rule, $name, $type === 2 ? trim($value, "\0 ") : ($isGps ? 'a position' : trim(Pattern::replace('~[^\x20-\x7e]+~', '', $value))), $start + $place, $size, false);
                    }
                }
            }
        }

        return $found;
    }

    /** @return list<PictureSecret> of a packet of XML within a picture, which must stay as long as it is */
    private static function xmp(string $bytes, int $start, int $end): array
    {
        $packet = substr($bytes, $start, $end - $start);
        $found = [];
        foreach (['~(?:dc:creator|photoshop:AuthorsPosition|xmpRights:Owner|dc:rights)\b[^>]*>(.*?)</(?:dc|photoshop|xmpRights):~s' => [SecretRule::People, 'creator'], '~exif:GPS(?:Latitude|Longitude|Altitude)\s*=\s*"([^"]+)"~' => [SecretRule::Position, 'GPS'], '~<exif:GPS(?:Latitude|Longitude|Altitude)>([^<]+)<~' => [SecretRule::Position, 'GPS']] as $pattern => [$rule, $name]) {
            Pattern::matchAll($pattern, $packet, $matches, PREG_OFFSET_CAPTURE);
            foreach ($matches[1] as [$value, $at]) {
                Pattern::matchAll('~(?:^|>)([^<>]*\S[^<>]*)(?=<|$)~', $value, $texts, PREG_OFFSET_CAPTURE);
                foreach ($texts[1] as [$text, $inside]) {
                    $found[] = new PictureSecret($rule, $name, trim($text), $start + $at + $inside, strlen($text), true);
                }
            }
        }

        return $found;
    }

    /** @return list<PictureSecret> */
    private static function png(string $bytes): array
    {
        $names = new SecretNames;
        $found = [];
        for ($at = 8; $at + 12 <= strlen($bytes);) {
            $length = ((array) unpack('N', $bytes, $at))[1];
            $type = substr($bytes, $at + 4, 4);
            if ($type === 'IEND' || $at + 12 + $length > strlen($bytes)) {
                break;
            }
            $data = $type === 'tEXt' || $type === 'eXIf' || $type === 'iTXt' ? substr($bytes, $at + 8, $length) : '';
            $chunk = [$at + 4, $length + 4];
            if ($type === 'eXIf') {
                foreach (self::exif($bytes, $at + 8, $at + 8 + $length) as $secret) {
                    $found[] = $secret->within($chunk);
                }
            } elseif ($data !== '') {
                $keyword = (string) strstr($data, "\0", true);
                $rule = $names->rule($keyword);
                // Of a text in many languages: a flag, a method, a language and a translated keyword stand before it.
                $skip = $type === 'tEXt' ? strlen($keyword) + 1 : strlen($keyword) + 3 + strlen((string) strstr(substr($data, strlen($keyword) + 3), "\0", true)) + 1;
                $skip += $type === 'tEXt' ? 0 : strlen((string) strstr(substr($data, $skip), "\0", true)) + 1;
                $isPacked = $type === 'iTXt' && ($data[strlen($keyword) + 1] ?? '') !== "\0";
                if ($rule !== null && ! $isPacked && $skip < $length) {
                    $found[] = new PictureSecret($rule, $keyword, mb_scrub(substr($data, $skip), 'UTF-8'), $at + 8 + $skip, $length - $skip, true, $chunk);
                }
            }
            $at += 12 + $length;
        }

        return $found;
    }
}
