<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Charset;

/** How the bytes of a charset fall into characters. */
enum Family
{
    case Utf8;
    case Utf16LittleEndian;
    case Utf16BigEndian;
    case SingleByte;
    case ShiftJis;
    case EucJp;
    case Iso2022Jp;
    case Korean;
    case Gb18030;
    case Big5;

    /**
     * One character, or one byte that is no part of any (WHATWG Encoding Standard, the decoders of sections 8 to 14).
     * Iso2022Jp is none of these: there what a byte means depends on what came before.
     */
    public function character(): string
    {
        return match ($this) {
            self::Utf8 => '[\x00-\x7f]|[\xc2-\xdf][\x80-\xbf]|\xe0[\xa0-\xbf][\x80-\xbf]|[\xe1-\xec\xee\xef][\x80-\xbf]{2}|\xed[\x80-\x9f][\x80-\xbf]'
                .'|\xf0[\x90-\xbf][\x80-\xbf]{2}|[\xf1-\xf3][\x80-\xbf]{3}|\xf4[\x80-\x8f][\x80-\xbf]{2}|.',
            self::Utf16LittleEndian => '.[\xd8-\xdb].[\xdc-\xdf]|..|.',
            self::Utf16BigEndian => '[\xd8-\xdb].[\xdc-\xdf].|..|.',
            self::SingleByte, self::Iso2022Jp => '.',
            self::ShiftJis => '[\x81-\x9f\xe0-\xfc][\x40-\x7e\x80-\xfc]|.',
            self::EucJp => '\x8f[\xa1-\xfe]{2}|[\x8e\xa1-\xfe][\xa1-\xfe]|.',
            self::Korean => '[\x81-\xfe][\x41-\xfe]|.',
            self::Gb18030 => '[\x81-\xfe](?:[\x40-\x7e\x80-\xfe]|[\x30-\x39][\x81-\xfe][\x30-\x39])|.',
            self::Big5 => '[\x81-\xfe][\x40-\x7e\xa1-\xfe]|.',
        };
    }
}
