<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Picture;

/**
 * What the head of a bitmap says of its colours: PNG (https://www.w3.org/TR/png-3/, 11), JPEG (ITU-T T.81, B.2; JFIF 1.02), GIF89a (18),
 * WebP (RFC 9649, 2.7), BMP.
 */
final readonly class ColourFacts
{
    /** Bytes from the beginning in which all of it stands in what is made by ordinary programs. */
    public const BYTES = 1 << 20;

    /** Of a JPEG; beyond so many segments the rest is not looked at. */
    private const SEGMENTS = 400;

    /** Of a profile's name; a hostile one is as long as the file. */
    private const NAME_BYTES = 400;

    private const INCH = 0.0254;

    /** @return array<string, string> value by name: `colours`, `transparency`, `profile` and `resolution`, as far as they are said */
    public static function of(string $head): array
    {
        return array_filter(match (true) {
            str_starts_with($head, "\x89PNG\r\n\x1a\n") => self::png($head),
            str_starts_with($head, "\xFF\xD8") => self::jpeg($head),
            str_starts_with($head, 'GIF8') => self::gif($head),
            str_starts_with($head, 'RIFF') && substr($head, 8, 4) === 'WEBP' => self::webp($head),
            str_starts_with($head, 'BM') => self::bmp($head),
            default => [],
        }, static fn (string $value): bool => $value !== '');
    }

    /** @return array<string, string> */
    private static function png(string $head): array
    {
        $facts = ['colours' => '', 'transparency' => 'none', 'profile' => '', 'resolution' => ''];
        for ($at = 8; $at + 12 <= strlen($head); $at += 12 + $length) {
            $length = self::number($head, $at, 4);
            $data = substr($head, $at + 8, min($length, self::BYTES));
            switch (substr($head, $at + 4, 4)) {
                case 'IHDR':
                    $kind = ord($data[9] ?? "\0");
                    $facts['colours'] = self::counted(ord($data[8] ?? "\0"), match ($kind) {
                        0, 4 => 'grey', 3 => 'of a palette', default => 'red, green and blue'
                    });
                    $facts['transparency'] = $kind === 4 || $kind === 6 ? 'in each point' : 'none';
                    break;
                case 'tRNS':
                    $facts['transparency'] = 'of single colours';
                    break;
                case 'sRGB':
                    $facts['profile'] = 'sRGB';
                    break;
                case 'iCCP':
                    $facts['profile'] = self::plain((string) strstr($data, "\0", true));
                    break;
                case 'pHYs':
                    $facts['resolution'] = ord($data[8] ?? "\0") === 1 ? self::resolution(self::number($data, 0, 4) * self::INCH) : '';
                    break;
                case 'IDAT':
                case 'IEND':
                    return $facts;
            }
        }

        return $facts;
    }

    /** @return array<string, string> */
    private static function jpeg(string $head): array
    {
        $facts = ['colours' => '', 'profile' => '', 'resolution' => ''];
        $at = 2;
        for ($number = 0; $number < self::SEGMENTS && $at + 4 <= strlen($head) && $head[$at] === "\xFF"; $number++) {
            $marker = ord($head[$at + 1]);
            $length = self::number($head, $at + 2, 2);
            $data = substr($head, $at + 4, max(0, $length - 2));
            if ($marker === 0xDA || $length < 2) {
                break;
            }
            // All frames, without the tables that have numbers among theirs.
            if ($marker >= 0xC0 && $marker <= 0xCF && ! in_array($marker, [0xC4, 0xC8, 0xCC], true)) {
                $facts['colours'] = self::counted(ord($data[0] ?? "\0"), match (ord($data[5] ?? "\0")) {
                    1 => 'grey', 3 => 'red, green and blue', 4 => 'cyan, magenta, yellow and black', default => 'of another kind'
                });
            } elseif ($marker === 0xE2 && str_starts_with($data, "ICC_PROFILE\0\1")) {
                $facts['profile'] = self::described(substr($data, 14));
            } elseif ($marker === 0xE0 && str_starts_with($data, "JFIF\0") && ord($data[7] ?? "\0") > 0) {
                $facts['resolution'] = self::resolution(self::number($data, 8, 2) * (ord($data[7]) === 2 ? 100 * self::INCH : 1));
            }
            $at += 2 + $length;
        }

        return $facts;
    }

    /** @return array<string, string> */
    private static function gif(string $head): array
    {
        $flags = ord($head[10] ?? "\0");

        return ['colours' => ($flags & 0x80) === 0 ? '' : (2 << ($flags & 7)).' of a palette', 'transparency' => self::seesThrough(substr($head, 0, 4096)) ? 'of single colours' : ''];
    }

    /** Whether an extension for a picture says that one of its colours is none (GIF89a, 23). */
    private static function seesThrough(string $head): bool
    {
        $at = strpos($head, "\x21\xF9\x04");

        return $at !== false && (ord($head[$at + 3] ?? "\0") & 1) === 1;
    }

    /** @return array<string, string> */
    private static function webp(string $head): array
    {
        $kind = substr($head, 12, 4);
        $flags = ord($head[20] ?? "\0");
        $profile = strpos(substr($head, 0, 64), 'ICCP');

        return [
            'colours' => $kind === 'VP8 ' ? '8 bits each for red, green and blue, packed with loss' : '8 bits each for red, green and blue',
            'transparency' => $kind === 'VP8X' && ($flags & 0x10) !== 0 ? 'in each point' : '',
            'profile' => $kind === 'VP8X' && ($flags & 0x20) !== 0 && $profile !== false ? self::described(substr($head, $profile + 8)) : '',
        ];
    }

    /** @return array<string, string> */
    private static function bmp(string $head): array
    {
        $bits = self::number(strrev(substr($head, 28, 2)), 0, 2);

        return ['colours' => $bits <= 8 ? (1 << $bits).' of a palette' : ($bits < 24 ? "{$bits} bits for red, green and blue" : '8 bits each for red, green and blue')];
    }

    /** The description in a colour profile (ICC.1:2022, 7.3 and 9.2.41; as texts were written before, ICC.1:2001, 6.5.17). */
    private static function described(string $profile): string
    {
        $count = min(100, self::number($profile, 128, 4));
        for ($number = 0; $number < $count; $number++) {
            $entry = 132 + 12 * $number;
            if (substr($profile, $entry, 4) !== 'desc') {
                continue;
            }
            $text = substr($profile, self::number($profile, $entry + 4, 4), min(4096, self::number($profile, $entry + 8, 4)));
            if (str_starts_with($text, 'mluc')) {
                $words = substr($text, self::number($text, 24, 4), self::number($text, 20, 4));

                return self::plain((string) mb_convert_encoding(substr($words, 0, self::NAME_BYTES), 'UTF-8', 'UTF-16BE'));
            }

            return self::plain(substr($text, 12, max(0, self::number($text, 8, 4) - 1)));
        }

        return 'one without a name';
    }

    /** What an author from elsewhere wrote, without anything that acts unseen. */
    private static function plain(string $words): string
    {
        $clean = (string) mb_scrub(substr($words, 0, self::NAME_BYTES), 'UTF-8');

        return trim(mb_substr(implode('', array_filter(mb_str_split($clean), static fn (string $letter): bool => mb_ord($letter) >= 0x20 && ! in_array(mb_ord($letter), [0x7F, 0x200E, 0x200F, ...range(0x202A, 0x202E), ...range(0x2066, 0x2069)], true))), 0, 80));
    }

    private static function counted(int $bits, string $of): string
    {
        return "{$bits} bits".($of === 'red, green and blue' || $of === 'cyan, magenta, yellow and black' ? ' each for ' : ' ').$of;
    }

    private static function resolution(float $dotsPerInch): string
    {
        return $dotsPerInch < 2 ? '' : round($dotsPerInch).' dots per inch';
    }

    private static function number(string $bytes, int $at, int $length): int
    {
        $value = 0;
        for ($i = 0; $i < $length; $i++) {
            $value = $value << 8 | ord($bytes[$at + $i] ?? "\0");
        }

        return $value;
    }
}
