<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Charset;

use Hafenbuch\Core\Text\Pattern;

/** The charsets that Hafenbuch knows, and how documents call them (WHATWG Encoding Standard, section 4.2). */
final class Labels
{
    /** @var array<string, array{Family, string}> by the standard's name; the second is what iconv calls it */
    public const KNOWN = [
        'utf-8' => [Family::Utf8, 'UTF-8'],
        'utf-16le' => [Family::Utf16LittleEndian, 'UTF-16LE'], 'utf-16be' => [Family::Utf16BigEndian, 'UTF-16BE'],
        'ibm866' => [Family::SingleByte, 'CP866'], 'koi8-r' => [Family::SingleByte, 'KOI8-R'], 'koi8-u' => [Family::SingleByte, 'KOI8-U'],
        'macintosh' => [Family::SingleByte, 'MACINTOSH'],
        'iso-8859-2' => [Family::SingleByte, 'ISO-8859-2'], 'iso-8859-3' => [Family::SingleByte, 'ISO-8859-3'],
        'iso-8859-4' => [Family::SingleByte, 'ISO-8859-4'], 'iso-8859-5' => [Family::SingleByte, 'ISO-8859-5'],
        'iso-8859-6' => [Family::SingleByte, 'ISO-8859-6'], 'iso-8859-7' => [Family::SingleByte, 'ISO-8859-7'],
        'iso-8859-8' => [Family::SingleByte, 'ISO-8859-8'], 'iso-8859-10' => [Family::SingleByte, 'ISO-8859-10'],
        'iso-8859-13' => [Family::SingleByte, 'ISO-8859-13'], 'iso-8859-14' => [Family::SingleByte, 'ISO-8859-14'],
        'iso-8859-15' => [Family::SingleByte, 'ISO-8859-15'], 'iso-8859-16' => [Family::SingleByte, 'ISO-8859-16'],
        'windows-874' => [Family::SingleByte, 'CP874'], 'windows-1250' => [Family::SingleByte, 'CP1250'],
        'windows-1251' => [Family::SingleByte, 'CP1251'], 'windows-1252' => [Family::SingleByte, 'CP1252'],
        'windows-1253' => [Family::SingleByte, 'CP1253'], 'windows-1254' => [Family::SingleByte, 'CP1254'],
        'windows-1255' => [Family::SingleByte, 'CP1255'], 'windows-1256' => [Family::SingleByte, 'CP1256'],
        'windows-1257' => [Family::SingleByte, 'CP1257'], 'windows-1258' => [Family::SingleByte, 'CP1258'],
        'shift_jis' => [Family::ShiftJis, 'CP932'], 'euc-jp' => [Family::EucJp, 'EUC-JP-MS'], 'iso-2022-jp' => [Family::Iso2022Jp, 'ISO-2022-JP'],
        'euc-kr' => [Family::Korean, 'CP949'], 'gb18030' => [Family::Gb18030, 'GB18030'], 'big5' => [Family::Big5, 'BIG5-HKSCS'],
    ];

    private const OTHER_NAMES = [
        'utf8' => 'utf-8', 'unicode-1-1-utf-8' => 'utf-8', 'utf-16' => 'utf-16le', 'unicode' => 'utf-16le', 'ucs-2' => 'utf-16le',
        // Where a document says Latin-1 or ASCII, Windows-1252 is meant.
        'latin1' => 'windows-1252', 'l1' => 'windows-1252', 'ascii' => 'windows-1252', 'us-ascii' => 'windows-1252', 'iso-8859-1' => 'windows-1252',
        'iso8859-1' => 'windows-1252', 'iso_8859-1' => 'windows-1252', 'cp1252' => 'windows-1252', 'x-cp1252' => 'windows-1252', 'ansi' => 'windows-1252',
        'cp1250' => 'windows-1250', 'cp1251' => 'windows-1251', 'cp1253' => 'windows-1253', 'cp1254' => 'windows-1254', 'cp1255' => 'windows-1255',
        'cp1256' => 'windows-1256', 'cp1257' => 'windows-1257', 'cp1258' => 'windows-1258', 'cp866' => 'ibm866', '866' => 'ibm866',
        'latin2' => 'iso-8859-2', 'l2' => 'iso-8859-2', 'latin3' => 'iso-8859-3', 'latin4' => 'iso-8859-4', 'cyrillic' => 'iso-8859-5',
        'arabic' => 'iso-8859-6', 'greek' => 'iso-8859-7', 'hebrew' => 'iso-8859-8', 'iso-8859-8-i' => 'iso-8859-8', 'latin6' => 'iso-8859-10',
        'latin5' => 'windows-1254', 'iso-8859-9' => 'windows-1254', 'latin9' => 'iso-8859-15', 'iso-8859-11' => 'windows-874', 'tis-620' => 'windows-874',
        'koi' => 'koi8-r', 'koi8' => 'koi8-r', 'koi8_r' => 'koi8-r', 'mac' => 'macintosh', 'x-mac-roman' => 'macintosh',
        'sjis' => 'shift_jis', 'shift-jis' => 'shift_jis', 'ms_kanji' => 'shift_jis', 'x-sjis' => 'shift_jis', 'windows-31j' => 'shift_jis', 'cp932' => 'shift_jis',
        'x-euc-jp' => 'euc-jp', 'eucjp' => 'euc-jp', 'csiso2022jp' => 'iso-2022-jp',
        'ks_c_5601-1987' => 'euc-kr', 'ksc5601' => 'euc-kr', 'korean' => 'euc-kr', 'windows-949' => 'euc-kr', 'cp949' => 'euc-kr', 'uhc' => 'euc-kr',
        'gb2312' => 'gb18030', 'gbk' => 'gb18030', 'x-gbk' => 'gb18030', 'gb_2312-80' => 'gb18030', 'chinese' => 'gb18030', 'cp936' => 'gb18030',
        'big5-hkscs' => 'big5', 'x-x-big5' => 'big5', 'cn-big5' => 'big5', 'cp950' => 'big5',
    ];

    /** @return ?string the standard's name; null: none that Hafenbuch knows */
    public static function name(string $label): ?string
    {
        $label = strtolower(trim($label, " \t\r\n\f"));
        $label = Pattern::replace('~^(?:iso[-_]?8859|x?-?windows|x-cp)[-_]?(?=\d)~', str_starts_with($label, 'iso') ? 'iso-8859-' : 'windows-', $label);
        $name = self::OTHER_NAMES[$label] ?? $label;

        return isset(self::KNOWN[$name]) ? $name : null;
    }
}
