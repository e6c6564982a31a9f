<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

use Hafenbuch\Core\Text\Pattern;

/** What a content says of its own charset. */
final class DeclaredCharset
{
    /** It stands within so many bytes (HTML Standard, section 4.2.5.4, for one). */
    private const HEAD_BYTES = 1024;

    private const MARKS = ["\xEF\xBB\xBF" => 'utf-8', "\xFF\xFE" => 'utf-16le', "\xFE\xFF" => 'utf-16be'];

    /** The first characters of markup without a byte order mark (XML 1.0, appendix F.1). */
    private const WIDE_MARKUP = ["<\0" => 'utf-16le', "\0<" => 'utf-16be'];

    /** @return ?string a label; null: it says nothing */
    public static function in(Language $language, string $bytes): ?string
    {
        foreach (self::MARKS as $mark => $label) {
            if (str_starts_with($bytes, $mark)) {
                return $label;
            }
        }
        $head = substr($bytes, 0, self::HEAD_BYTES);
        $label = match ($language) {
            Language::Xml => self::wide($head) ?? self::xml($head),
            Language::Html => self::wide($head) ?? self::xml($head) ?? self::meta($head),
            Language::Css => Pattern::matches('~\A@charset "([^"]++)";~', $head, $match) ? $match[1] : null,
            Language::Markdown, Language::Json, Language::Text => null,
        };
        // Whoever could read the declaration byte by byte has no UTF-16 before them (HTML Standard, section 13.2.3.2).
        $isWide = $label !== null && $head[0] !== "\0" && ($head[1] ?? '') !== "\0" && str_starts_with(strtolower(trim($label)), 'utf-16');

        return $isWide ? 'utf-8' : $label;
    }

    private static function wide(string $head): ?string
    {
        return self::WIDE_MARKUP[substr($head, 0, 2)] ?? null;
    }

    private static function xml(string $head): ?string
    {
        return Pattern::matches('~\A<\?xml\s[^>]*?\bencoding\s*=\s*["\']([^"\'>]++)["\']~', $head, $match) ? $match[1] : null;
    }

    private static function meta(string $head): ?string
    {
        $markup = Pattern::replace('~<!--.*?(?:-->|\z)~s', '', $head);

        return Pattern::matches('~<meta\b[^>]*?\bcharset\s*=\s*(?:"\s*([^"\'\s;>]++)|\'\s*([^"\'\s;>]++)|([^"\'\s;>]++))~i', $markup, $match) ? end($match) : null;
    }
}
