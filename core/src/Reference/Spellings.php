<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

use Hafenbuch\Core\Charset\Charset;
use Hafenbuch\Core\Text\Pattern;

/** The ways in which a file’s name usually stands in documents, for searching those that nothing can read. */
final class Spellings
{
    /** In which names that are not ASCII are written still. */
    private const CHARSETS = ['windows-1252', 'iso-8859-2', 'windows-1251', 'koi8-r', 'shift_jis', 'euc-jp', 'euc-kr', 'gb18030', 'big5'];

    private const WIDE = ['utf-16le', 'utf-16be'];

    /** @return list<string> bytes, each once: as it is, percent-encoded, with entities, with JSON’s escapes, and in other charsets */
    public static function of(string $name): array
    {
        $decomposed = \Normalizer::normalize($name, \Normalizer::FORM_D);
        $spellings = [];
        foreach (array_unique([$name, $decomposed === false ? $name : $decomposed]) as $form) {
            $encoded = rawurlencode($form);
            array_push($spellings, $form, $encoded, Pattern::replaceWith('~%[0-9A-F]{2}~', static fn (array $match): string => strtolower($match[0]), $encoded), strtr($encoded, ['%20' => '+']), str_replace(' ', '%20', $form),
                htmlspecialchars($form, ENT_NOQUOTES), trim((string) json_encode($form), '"'), trim((string) json_encode($form, JSON_UNESCAPED_SLASHES), '"'));
        }
        foreach ([...(mb_check_encoding($name, 'ASCII') ? [] : self::CHARSETS), ...self::WIDE] as $charset) {
            $spellings[] = Charset::named($charset)?->encode($name) ?? $name;
        }

        return array_values(array_unique($spellings));
    }
}
