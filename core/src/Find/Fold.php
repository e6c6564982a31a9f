<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Find;

use Hafenbuch\Core\Text\Pattern;

/** Text as it is compared when something is looked for: without letter case, accents and the other forms of one letter. */
final class Fold
{
    /** Letters that Unicode does not take apart, and that people write so who do not have them. */
    private const LETTERS = ['æ' => 'ae', 'œ' => 'oe', 'ø' => 'o', 'ł' => 'l', 'đ' => 'd', 'ð' => 'd', 'þ' => 'th', 'ı' => 'i'];

    /** @param string $text what is no UTF-8 in it is left out */
    public static function text(string $text): string
    {
        if (Pattern::count('~[\x80-\xFF]~', $text) === 0) {
            return strtolower($text);
        }
        $folded = mb_convert_case(mb_scrub($text, 'UTF-8'), MB_CASE_FOLD, 'UTF-8');
        $apart = \Normalizer::normalize($folded, \Normalizer::FORM_KD);

        return strtr(Pattern::replace('~\p{Mn}+~u', '', $apart === false ? $folded : $apart), self::LETTERS);
    }
}
